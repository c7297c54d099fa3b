/** The parts of a draft, one under the other, each with what can be done to it. */
import ArrowDownward from "@mui/icons-material/ArrowDownward";
import ArrowUpward from "@mui/icons-material/ArrowUpward";
import Close from "@mui/icons-material/Close";
import Edit from "@mui/icons-material/Edit";
import Lock from "@mui/icons-material/Lock";
import LockOpen from "@mui/icons-material/LockOpen";
import SwapHoriz from "@mui/icons-material/SwapHoriz";
import { Box, IconButton, InputBase, Menu, MenuItem, Stack, Typography } from "@mui/material";
import { useQuery } from "@tanstack/react-query";
import { useState, type MouseEvent, type ReactNode } from "react";

import { ownKindsQuery } from "../../api/planning";
import { quantity, showMinutes, showRange } from "../../shared/lib/format";
import { ribbonLook } from "../../shared/ui/ribbonLook";
import { isPlaced, ownOf, type Own, type Proposal, type ProposedPart } from "./draft";
import type { Edits, Other } from "./edits";
import { OwnPartDialog } from "./OwnPartDialog";

function Act({
  name,
  onClick,
  children,
  isOff,
}: {
  name: string;
  onClick: (event: MouseEvent<HTMLElement>) => void;
  children: ReactNode;
  isOff?: boolean;
}) {
  return (
    <IconButton
      aria-label={name}
      title={name}
      onClick={onClick}
      disabled={isOff ?? false}
      sx={{ width: 36, height: 36, color: "text.primary" }}>
      {children}
    </IconButton>
  );
}

function Swap({ part, others, edits }: { part: ProposedPart; others: Other[]; edits: Edits }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const choose = (other: Other) => {
    setAnchor(null);
    edits.swap(part.key, other);
  };
  return (
    <>
      <Act name={`Swap ${part.title}`} onClick={(event) => setAnchor(event.currentTarget)} isOff={others.length === 0}>
        <SwapHoriz fontSize="small" />
      </Act>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {others.map((other) => (
          <MenuItem key={other.key} onClick={() => choose(other)}>
            {other.title}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}

/** How many runs, or minutes, typed: it counts when one leaves it or presses Enter. */
function SizeField({ part, edits }: { part: ProposedPart; edits: Edits }) {
  const [typed, setTyped] = useState<string | null>(null);
  const isRuns = part.rung !== null;
  const shown = isRuns ? String(part.runs_planned) : String(Math.round((part.planned_s / 60) * 10) / 10);
  const settle = () => {
    const value = Number(typed?.replace(",", "."));
    if (typed !== null && typed !== shown && value > 0) edits.set(part.key, isRuns ? Math.round(value) : value);
    setTyped(null);
  };
  return (
    <InputBase
      value={typed ?? shown}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={settle}
      onKeyDown={(event) => event.key === "Enter" && settle()}
      inputProps={{
        "aria-label": `${isRuns ? "Runs" : "Minutes"}: ${part.title}`,
        inputMode: "decimal",
        maxLength: 5,
        style: { textAlign: "center" },
      }}
      sx={{ width: 44, border: "1px solid", borderColor: "divider", bgcolor: "background.paper" }}
    />
  );
}

function Row({
  part,
  place,
  others,
  edits,
  isFirst,
  isLast,
}: {
  part: ProposedPart;
  /** Among the parts between the ends. */
  place: number;
  others: Other[];
  edits: Edits;
  isFirst: boolean;
  isLast: boolean;
}) {
  const { ground } = ribbonLook(part);
  const isChallenge = part.rung !== null;
  const isMovable = isPlaced(part);
  const [changed, setChanged] = useState<Own | null>(null);
  const kind = useQuery(ownKindsQuery).data?.find(({ id }) => id === part.kind);
  return (
    <Box
      component="li"
      sx={{
        display: "grid",
        gridTemplateColumns: { xs: "10px minmax(0, 1fr)", md: "10px minmax(0, 1fr) auto" },
        columnGap: 1.5,
        alignItems: "center",
        borderTop: "1px solid",
        borderColor: "divider",
        py: 0.5,
      }}>
      <Box aria-hidden sx={{ bgcolor: ground, height: "100%", minHeight: 28, gridRow: { xs: "1 / 3", md: "1" } }} />
      <Box sx={{ minWidth: 0 }}>
        <Typography>
          {part.title}
          {isChallenge && <b>, {quantity(part.runs_planned, "run")}</b>}
          {part.is_rung_fixed && ", this rung"}
        </Typography>
        <Typography variant="body2" color="text.secondary">
          {showMinutes(part.planned_s)}
          {part.low_s !== part.high_s && `, nine times in ten ${showRange(part.low_s, part.high_s)}`}
          {part.guess_s !== null &&
            showMinutes(part.guess_s) !== showMinutes(part.planned_s) &&
            `; as you play, first guess ${showMinutes(part.guess_s)}`}
          {part.items.length > 0 && `: ${part.items.join(", ")}`}
        </Typography>
      </Box>
      <Stack direction="row" sx={{ gridColumn: { xs: 2, md: 3 }, flexWrap: "wrap", alignItems: "center" }}>
        {isMovable && (
          <>
            <Act name={`Earlier: ${part.title}`} onClick={() => edits.move(part.key, -1)} isOff={isFirst}>
              <ArrowUpward fontSize="small" />
            </Act>
            <Act name={`Later: ${part.title}`} onClick={() => edits.move(part.key, 1)} isOff={isLast}>
              <ArrowDownward fontSize="small" />
            </Act>
          </>
        )}
        <Act
          name={`Shorter: ${part.title}`}
          onClick={() => edits.stretch(part.key, -1)}
          isOff={isChallenge && part.runs_planned <= 1}>
          <b>−</b>
        </Act>
        <SizeField part={part} edits={edits} />
        <Act name={`Longer: ${part.title}`} onClick={() => edits.stretch(part.key, 1)}>
          <b>+</b>
        </Act>
        {part.is_own && (
          <Act name={`Change ${part.title}`} onClick={() => setChanged(ownOf(part, place))}>
            <Edit fontSize="small" />
          </Act>
        )}
        {changed && kind && (
          <OwnPartDialog
            own={changed}
            kind={kind}
            isNew={false}
            onClose={() => setChanged(null)}
            onPut={(own) => {
              edits.put(own);
              setChanged(null);
            }}
          />
        )}
        {isChallenge && (
          <>
            <Act name={`${part.is_locked ? "Unlock" : "Lock"} ${part.title}`} onClick={() => edits.lock(part.key)}>
              {part.is_locked ? <Lock fontSize="small" /> : <LockOpen fontSize="small" />}
            </Act>
            <Swap part={part} others={others} edits={edits} />
          </>
        )}
        {part.kind !== "partner" && (
          <Act name={`Take out ${part.title}`} onClick={() => edits.remove(part.key)}>
            <Close fontSize="small" />
          </Act>
        )}
      </Stack>
    </Box>
  );
}

export function PartList({ proposal, others, edits }: { proposal: Proposal; others: Other[]; edits: Edits }) {
  const between = proposal.parts.filter(isPlaced);
  return (
    <Box component="ol" aria-label="The parts of the block" sx={{ listStyle: "none", m: 0, p: 0 }}>
      {proposal.parts.map((part) => (
        <Row
          key={part.key}
          part={part}
          place={Math.max(0, between.indexOf(part))}
          others={others}
          edits={edits}
          isFirst={between[0] === part}
          isLast={between.at(-1) === part}
        />
      ))}
    </Box>
  );
}
