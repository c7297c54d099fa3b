/** Chalk strokes in fives, as on a wall: full for a run at the mark, faint for one below it. */
import { Box } from "@mui/material";

import { tape } from "./tape";

interface StrokesProps {
  marks: boolean[];
  /** How many strokes are wanted; places still empty are dotted. */
  wanted?: number;
  label: string;
  colour?: string;
}

export function Strokes({ marks, wanted = 0, label, colour = tape.teal }: StrokesProps) {
  const empty = Math.max(0, wanted - marks.length);
  const all = [...marks.map((isMet) => (isMet ? "met" : "missed")), ...Array<string>(empty).fill("empty")];
  return (
    <Box
      component="span"
      role="img"
      aria-label={label}
      sx={{ display: "inline-block", lineHeight: 0, verticalAlign: "middle" }}>
      <svg width={all.length * 11 + Math.floor(Math.max(0, all.length - 1) / 5) * 8 + 6} height="26" aria-hidden="true">
        {all.map((kind, index) => {
          const x = 6 + index * 11 + Math.floor(index / 5) * 8;
          const tilt = ((index * 7) % 3) - 1;
          if (kind === "empty")
            return (
              <line key={index} x1={x} x2={x} y1="20" y2="22" stroke="#8b8371" strokeWidth="3" strokeLinecap="round" />
            );
          const isMet = kind === "met";
          return (
            <line
              key={index}
              x1={x + tilt}
              x2={x - tilt}
              y1={isMet ? 4 : 15}
              y2="22"
              stroke={isMet ? colour : "#8b8371"}
              strokeWidth={isMet ? 4 : 3}
              strokeLinecap="round"
            />
          );
        })}
      </svg>
    </Box>
  );
}
