/** A block as a strip of tape, its parts in true proportion to their time. */
import { Box, Stack, Typography } from "@mui/material";

import type { Schemas } from "../../api/client";
import { quantity, showMinutes } from "../lib/format";
import { Braids } from "./Braids";
import { ribbonLook } from "./ribbonLook";
import { tape } from "./tape";

export function BlockRibbon({ block }: { block: Schemas["Block"] }) {
  const { minutes, braids } = block;
  const parts = block.parts.filter((part) => part.dropped_at === null);
  const total = minutes * 60;
  const used = parts.reduce((sum, part) => sum + part.planned_s, 0);
  const spare = Math.max(0, total - used);
  return (
    <Box>
      <Box aria-hidden sx={{ display: "flex", gap: "3px", height: 64 }}>
        {parts.map((part, index) => {
          const { ground, ink, word } = ribbonLook(part);
          return (
            <Box
              key={index}
              title={part.title}
              sx={{
                flex: `${part.planned_s} 0 0`,
                minWidth: 0,
                // What is done is peeled off: the outline of its tape stays.
                bgcolor: part.done_at ? "transparent" : ground,
                color: part.done_at ? tape.ink : ink,
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
                  {part.done_at ? "✓ " : ""}
                  {showMinutes(part.planned_s)}
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
      <Braids parts={parts} braids={braids} seconds={total} />
      <Stack component="ol" sx={{ listStyle: "none", m: 0, p: 0, mt: 1.5 }} spacing={0.5}>
        {parts.map((part, index) => (
          <Stack component="li" key={index} direction="row" spacing={1.5} sx={{ alignItems: "baseline" }}>
            <Typography component="span" sx={{ width: 62, flexShrink: 0, textAlign: "right", color: "text.secondary" }}>
              {showMinutes(part.planned_s)}
            </Typography>
            <Typography component="span" sx={{ textDecoration: part.done_at ? "line-through" : "none" }}>
              {part.title}
              {part.runs_planned > 0 && (
                <Box component="span" sx={{ color: "text.secondary" }}>
                  , {quantity(part.runs_planned, "run")}
                </Box>
              )}
              {part.done_at && " (done)"}
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
