/** A ladder drawn as a ladder: two rails, the athlete's marker on the rung they hold, chalk filling the next one. */
import { Box } from "@mui/material";
import { keyframes } from "@mui/system";

import { tape } from "./tape";

const hop = keyframes`
  0% { transform: translateY(26px); }
  55% { transform: translateY(-9px); }
  100% { transform: translateY(0); }
`;

interface LadderDrawingProps {
  rungs: number;
  held: number;
  /** How full the evidence for the next rung is, 0 to 1. */
  share: number;
  width?: number;
  step?: number;
  label: string;
  isHopping?: boolean;
}

export function LadderDrawing({
  rungs,
  held,
  share,
  width = 96,
  step = 34,
  label,
  isHopping = false,
}: LadderDrawingProps) {
  const height = (rungs + 1) * step + 22;
  const ground = height - 8;
  const rungY = (number: number) => ground - number * step;
  const left = (y: number) => 14 + (y / height) * -6;
  const right = (y: number) => width - 14 + (y / height) * 6;
  const markerY = rungY(held);
  return (
    <Box component="span" role="img" aria-label={label} sx={{ display: "inline-block", lineHeight: 0, flexShrink: 0 }}>
      <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden="true">
        <line
          x1="0"
          x2={width}
          y1={ground + 3}
          y2={ground + 3}
          stroke={tape.ink}
          strokeWidth="2"
          strokeDasharray="2 5"
          strokeLinecap="round"
        />
        {[left, right].map((rail, index) => (
          <line
            key={index}
            x1={rail(6)}
            x2={rail(ground)}
            y1="6"
            y2={ground}
            stroke={tape.timber}
            strokeWidth="7"
            strokeLinecap="round"
          />
        ))}
        {Array.from({ length: rungs }, (_, index) => index + 1).map((number) => {
          const y = rungY(number);
          const [from, to] = [left(y) + 2, right(y) - 2];
          const fill = number <= held ? 1 : number === held + 1 ? share : 0;
          return (
            <g key={number}>
              <line
                x1={from}
                x2={to}
                y1={y}
                y2={y}
                stroke={number <= held + 1 ? tape.timberDark : "#cdb793"}
                strokeWidth="8"
                strokeLinecap="round"
              />
              {fill > 0 && (
                <line
                  x1={from + 3}
                  x2={from + 3 + (to - from - 6) * fill}
                  y1={y}
                  y2={y}
                  stroke={tape.chalk}
                  strokeWidth="4"
                  strokeLinecap="round"
                  strokeDasharray={number <= held ? undefined : "5 3"}
                />
              )}
            </g>
          );
        })}
        <g transform={`translate(${width / 2} ${markerY - 5})`}>
          <Box component="g" sx={isHopping ? { animation: `${hop} 700ms cubic-bezier(.3,1.4,.6,1)` } : undefined}>
            <path d="M-8 0 L-6 -15 L7 -17 L8 0 Z" fill={tape.plum} />
            <path d="M-8 0 L-5 -3 L-2 0 L1 -3 L4 0 L8 -3 L8 1 L-8 1 Z" fill={tape.plum} />
            <path
              d="M-3.5 -6.5 L0 -11.5 L3.5 -6.5"
              stroke={tape.paper}
              strokeWidth="2"
              strokeLinecap="round"
              fill="none"
            />
          </Box>
        </g>
      </svg>
    </Box>
  );
}
