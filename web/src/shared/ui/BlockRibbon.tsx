/** A block as a strip of tape, its segments in true proportion to their time. */
import { Box, Stack, Typography } from "@mui/material";

import type { Schemas } from "../../api/client";
import { counted, showMinutes } from "../lib/format";
import { ribbonLook } from "./ribbonLook";
import { tape } from "./tape";

type RibbonSegment = Pick<Schemas["Segment"], "kind" | "title" | "planned_s" | "side"> & {
  done_at?: string | null;
  runs_planned: number;
};

export function BlockRibbon({ segments, minutes }: { segments: RibbonSegment[]; minutes: number }) {
  const total = minutes * 60;
  const used = segments.reduce((sum, segment) => sum + segment.planned_s, 0);
  const spare = Math.max(0, total - used);
  return (
    <Box>
      <Box aria-hidden sx={{ display: "flex", gap: "3px", height: 64 }}>
        {segments.map((segment, index) => {
          const { ground, ink, word } = ribbonLook(segment);
          return (
            <Box
              key={index}
              title={segment.title}
              sx={{
                flex: `${segment.planned_s} 0 0`,
                minWidth: 0,
                // What is done is peeled off: the outline of its tape stays.
                bgcolor: segment.done_at ? "transparent" : ground,
                color: segment.done_at ? tape.ink : ink,
                border: `3px solid ${ground}`,
                overflow: "hidden",
                // Half a word helps nobody: what is too narrow for its words shows none; the list below has them.
                containerType: "inline-size",
                "@container (max-width: 50px)": { "& > *": { display: "none" } },
                py: 0.25,
                fontSize: "0.82rem",
                lineHeight: 1.15,
                fontWeight: 600,
              }}>
              <Box sx={{ px: 0.75 }}>
                <Box sx={{ whiteSpace: "nowrap" }}>
                  {segment.done_at ? "✓ " : ""}
                  {showMinutes(segment.planned_s)}
                </Box>
                <Box
                  sx={{
                    fontWeight: 400,
                    display: "-webkit-box",
                    WebkitLineClamp: 2,
                    WebkitBoxOrient: "vertical",
                    overflow: "hidden",
                    overflowWrap: "normal",
                    hyphens: "auto",
                  }}>
                  {word}
                </Box>
              </Box>
            </Box>
          );
        })}
        {spare > 30 && <Box sx={{ flex: `${spare} 0 0`, border: "2px dashed", borderColor: "divider" }} />}
      </Box>
      <Stack component="ol" sx={{ listStyle: "none", m: 0, p: 0, mt: 1.5 }} spacing={0.5}>
        {segments.map((segment, index) => (
          <Stack component="li" key={index} direction="row" spacing={1.5} sx={{ alignItems: "baseline" }}>
            <Typography component="span" sx={{ width: 62, flexShrink: 0, textAlign: "right", color: "text.secondary" }}>
              {showMinutes(segment.planned_s)}
            </Typography>
            <Typography component="span" sx={{ textDecoration: segment.done_at ? "line-through" : "none" }}>
              {segment.title}
              {segment.runs_planned > 0 && (
                <Box component="span" sx={{ color: "text.secondary" }}>
                  , {counted(segment.runs_planned, "run")}
                </Box>
              )}
              {segment.done_at && " (done)"}
            </Typography>
          </Stack>
        ))}
        {spare > 30 && (
          <Stack component="li" direction="row" spacing={1.5} sx={{ alignItems: "baseline", color: "text.secondary" }}>
            <Typography component="span" sx={{ width: 62, flexShrink: 0, textAlign: "right" }}>
              {showMinutes(spare)}
            </Typography>
            <Typography component="span">to spare</Typography>
          </Stack>
        )}
      </Stack>
    </Box>
  );
}
