/** What the rungs of a ladder need, across ladders: each column needs what stands to its left. */
import { Box, Link, Typography } from "@mui/material";
import { Link as RouterLink } from "react-router";

import type { Schemas } from "../../api/client";
import { Panel } from "../../shared/ui/Page";
import { tape } from "../../shared/ui/tape";

type Node = Schemas["NeedNode"];

const WIDTH = 210;
const HEIGHT = 64;
const GAP = { x: 70, y: 18 };

/** Where each rung stands: its depth is its column, and within a column one stands below the other. */
function place(nodes: Node[]) {
  const rows = new Map<number, number>();
  return new Map(
    nodes.map((node) => {
      const row = rows.get(node.depth) ?? 0;
      rows.set(node.depth, row + 1);
      return [node.rung, { x: node.depth * (WIDTH + GAP.x), y: row * (HEIGHT + GAP.y) }] as const;
    }),
  );
}

export function NeedGraph({ nodes, ladderId }: { nodes: Node[]; ladderId: number }) {
  if (nodes.length === 0) return null;
  const places = place(nodes);
  const width = Math.max(...[...places.values()].map(({ x }) => x)) + WIDTH;
  const height = Math.max(...[...places.values()].map(({ y }) => y)) + HEIGHT;
  const lines = nodes.flatMap((node) =>
    node.needs.map((need) => ({ from: places.get(need.rung), to: places.get(node.rung), need })),
  );
  return (
    <Panel title="What it needs">
      <Box sx={{ overflowX: "auto" }} tabIndex={0} role="group" aria-label="What needs what, from left to right">
        <Box component="ol" sx={{ position: "relative", width, height, m: 0, p: 0, listStyle: "none" }}>
          <svg width={width} height={height} style={{ position: "absolute", inset: 0 }} aria-hidden>
            {lines.map(
              ({ from, to, need }) =>
                from &&
                to && (
                  <path
                    key={`${from.x},${from.y},${to.x},${to.y}`}
                    d={`M${from.x + WIDTH},${from.y + HEIGHT / 2} L${to.x},${to.y + HEIGHT / 2}`}
                    stroke={need.is_held ? tape.teal : tape.coral}
                    strokeWidth={need.is_must ? 4 : 2}
                    strokeDasharray={need.is_must ? undefined : "6 5"}
                    fill="none"
                  />
                ),
            )}
          </svg>
          {nodes.map((node) => {
            const at = places.get(node.rung);
            const isOwn = node.ladder === ladderId;
            return (
              <Box
                component="li"
                key={node.rung}
                sx={{
                  position: "absolute",
                  left: at?.x,
                  top: at?.y,
                  width: WIDTH,
                  height: HEIGHT,
                  p: 0.75,
                  overflow: "hidden",
                  bgcolor: "background.paper",
                  border: "2px solid",
                  borderColor: node.is_held ? tape.teal : tape.timber,
                  borderLeftWidth: 8,
                }}>
                <Typography variant="body2" sx={{ lineHeight: 1.2 }}>
                  {isOwn ? (
                    node.words
                  ) : (
                    <Link component={RouterLink} to={`/climb/${node.ladder}`} color="inherit">
                      {node.words}
                    </Link>
                  )}
                  <b>{node.is_held ? " ✓ held" : " not held"}</b>
                </Typography>
              </Box>
            );
          })}
        </Box>
      </Box>
      <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
        A thick line: it must be held first. A dashed one: it is easier with it. Nothing is locked.
      </Typography>
    </Panel>
  );
}
