/** The last results in a row as posts of chalk, with the mark drawn through them. */
import { Box } from "@mui/material";

import type { Schemas } from "../../api/client";
import { showNumber } from "../lib/format";
import { tape } from "./tape";

interface ResultStripProps {
  points: Schemas["RunPoint"][];
  mark: number;
  label: string;
  height?: number;
}

export function ResultStrip({ points, mark, label, height = 96 }: ResultStripProps) {
  const top = Math.max(mark, ...points.map((point) => point.value ?? 0)) * 1.12 || 1;
  const y = (value: number) => height - 18 - (value / top) * (height - 30);
  const step = 12;
  const width = Math.max(150, points.length * step + 62);
  return (
    <Box role="img" aria-label={label} sx={{ overflowX: "auto" }}>
      <svg width={width} height={height} aria-hidden="true">
        <line x1="0" x2={width} y1={height - 18} y2={height - 18} stroke={tape.ink} strokeWidth="1.5" />
        {points.map(({ id, value, is_met: isMet }, index) => {
          const x = 8 + index * step;
          const thickness = index === points.length - 1 ? 9 : 6;
          const foot = height - 19 - thickness / 2;
          return (
            <g key={id}>
              <line
                x1={x}
                x2={x}
                y1={foot}
                y2={Math.min(foot, y(value ?? 0) + thickness / 2)}
                stroke={isMet ? tape.teal : "#8b8371"}
                strokeWidth={thickness}
                strokeLinecap="round"
              />
              {!isMet && <path d={`M${x - 3} ${height - 12} l6 6 m0 -6 l-6 6`} stroke={tape.coral} strokeWidth="1.6" />}
              {isMet && (
                <path d={`M${x - 4} ${height - 9} l3 3 l5 -6`} stroke={tape.teal} strokeWidth="1.8" fill="none" />
              )}
            </g>
          );
        })}
        <line
          x1="0"
          x2={width - 54}
          y1={y(mark)}
          y2={y(mark)}
          stroke={tape.plum}
          strokeWidth="2"
          strokeDasharray="7 4"
        />
        <text x={width - 50} y={y(mark) + 5} fill={tape.plum} fontSize="13" fontWeight="650" fontFamily="inherit">
          mark {showNumber(mark)}
        </text>
      </svg>
    </Box>
  );
}
