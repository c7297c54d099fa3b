/** Whose turn it is where runs are woven: under the ribbon, each drill is a strand that comes up with its turns. */
import { Box } from "@mui/material";
import { Fragment } from "react";

import type { Schemas } from "../../api/client";
import { ribbonLook } from "./ribbonLook";

const STRAND_PX = 9;

type Woven = Pick<Schemas["Part"], "key" | "kind" | "title" | "is_weaker" | "planned_s" | "runs_planned">;
type Braid = Schemas["Braid"];

const secondsOf = (parts: Woven[]) => parts.reduce((sum, part) => sum + part.planned_s, 0);

function Strands({ braid, parts }: { braid: Braid; parts: Woven[] }) {
  const drills = parts.filter(({ key }) => braid.keys.includes(key));
  const titleOf = (key: string) => drills.find((part) => part.key === key)?.title ?? "";
  return (
    <Box
      role="img"
      aria-label={`Woven: ${braid.order.map(titleOf).join(", then ")}`}
      sx={{
        display: "flex",
        flex: `${secondsOf(drills)} 0 0`,
        minWidth: 0,
        height: drills.length * STRAND_PX,
        // The strands go on under the turns of the others.
        background: drills
          .map((part, strand) => {
            const y = strand * STRAND_PX + STRAND_PX / 2;
            const { ground } = ribbonLook(part);
            return `linear-gradient(${ground}, ${ground}) 0 ${y - 0.75}px / 100% 1.5px no-repeat`;
          })
          .join(", "),
      }}>
      {braid.order.map((key, turn) => {
        const strand = drills.findIndex((part) => part.key === key);
        const part = drills[strand];
        if (!part) return null;
        return (
          <Box
            key={turn}
            sx={{
              flex: `${part.planned_s / Math.max(1, part.runs_planned)} 0 0`,
              minWidth: 0,
              mt: `${strand * STRAND_PX}px`,
              height: STRAND_PX - 1,
              borderRadius: "2px",
              borderRight: "2px solid",
              borderColor: "background.paper",
              bgcolor: ribbonLook(part).ground,
            }}
          />
        );
      })}
    </Box>
  );
}

/** The braids of a block at their places in its minutes; nothing where no runs are woven. */
export function Braids({ parts, braids, seconds }: { parts: Woven[]; braids: Braid[]; seconds: number }) {
  if (braids.length === 0) return null;
  // The drills of a braid stand next to each other: from the first of one to the first after it.
  const rows = braids.map((braid) => {
    const beforeS = secondsOf(
      parts.slice(
        0,
        parts.findIndex(({ key }) => braid.keys.includes(key)),
      ),
    );
    return { braid, beforeS, afterS: beforeS + secondsOf(parts.filter(({ key }) => braid.keys.includes(key))) };
  });
  const lastS = rows.at(-1)?.afterS ?? 0;
  return (
    <Box sx={{ display: "flex", alignItems: "flex-start", mt: 0.5 }}>
      {rows.map(({ braid, beforeS }, index) => (
        <Fragment key={index}>
          <Box sx={{ flex: `${beforeS - (rows[index - 1]?.afterS ?? 0)} 0 0` }} />
          <Strands braid={braid} parts={parts} />
        </Fragment>
      ))}
      <Box sx={{ flex: `${Math.max(0, seconds - lastS)} 0 0` }} />
    </Box>
  );
}
