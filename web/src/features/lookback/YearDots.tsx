/** The results of years as a line of chalk dots, so that a yearly check has its place. */
import { Box } from "@mui/material";

import type { ThenAndNowPage } from "../../api/lookback";
import { showDay, showNumber } from "../../shared/lib/format";
import { useRoom } from "../../shared/lib/useRoom";
import { tape } from "../../shared/ui/tape";

type Dot = ThenAndNowPage["sides"][number]["dots"][number];

const [WIDEST, HEIGHT, LEFT, FOOT] = [900, 210, 8, 178];
/** With more dots than that their numbers would lie on each other. */
const FEW = 16;

/** The beginnings of the years that hold all results, or of the months where they are of one year; and the end. */
function ticksOf(first: string, last: string): { at: number; word: string }[] {
  const [from, to] = [Number(first.slice(0, 4)), Number(last.slice(0, 4))];
  if (from < to) {
    return Array.from({ length: to - from + 2 }, (_, place) => ({
      at: new Date(from + place, 0, 1).getTime(),
      word: String(from + place),
    }));
  }
  const [begin, end] = [Number(first.slice(5, 7)) - 1, Number(last.slice(5, 7))];
  return Array.from({ length: end - begin + 1 }, (_, place) => {
    const month = new Date(from, begin + place, 1);
    return { at: month.getTime(), word: month.toLocaleDateString(undefined, { month: "short" }) };
  });
}

export function YearDots({ dots, mark, label }: { dots: Dot[]; mark: number; label: string }) {
  const { room, width } = useRoom();
  const wide = Math.min(WIDEST, width || WIDEST);
  const [first] = dots;
  const last = dots.at(-1);
  if (!first || !last) return null;
  const ticks = ticksOf(first.day, last.day);
  const begin = ticks[0]?.at ?? 0;
  const span = (ticks.at(-1)?.at ?? 0) - begin || 1;
  const x = (day: string) => LEFT + ((new Date(`${day}T12:00:00`).getTime() - begin) / span) * (wide - LEFT - 12);
  const values = [...dots.map(({ value }) => value), mark];
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const y = (value: number) => FOOT - 14 - ((value - low) / (high - low || 1)) * (FOOT - 44);
  return (
    <Box ref={room}>
      <svg
        width={wide}
        height={HEIGHT}
        role="img"
        aria-label={`${label}: ${dots.length} results from ${showDay(first.day)} to ${showDay(last.day)}`}
        style={{ display: "block" }}>
        {ticks.map(({ at, word }) => {
          const left = LEFT + ((at - begin) / span) * (wide - LEFT - 12);
          return (
            <g key={at}>
              <line x1={left} x2={left} y1={18} y2={FOOT} stroke="#d8cdb6" strokeWidth={1.5} />
              {left < wide - 40 && (
                <text x={left + 4} y={FOOT + 20} fontSize={14} fill={tape.ink}>
                  {word}
                </text>
              )}
            </g>
          );
        })}
        <line x1={LEFT} x2={wide} y1={FOOT} y2={FOOT} stroke={tape.ink} strokeWidth={1.5} />
        <line x1={LEFT} x2={wide} y1={y(mark)} y2={y(mark)} stroke={tape.plum} strokeWidth={2} strokeDasharray="7 4" />
        <text x={wide - 4} y={y(mark) - 6} textAnchor="end" fontSize={13} fontWeight={650} fill={tape.plum}>
          mark {showNumber(mark)}
        </text>
        {dots.map(({ run, day, value }) => (
          <g key={run}>
            <circle cx={x(day)} cy={y(value)} r={dots.length > 200 ? 2.5 : 5} fill={tape.ink} opacity={0.75} />
            {dots.length <= FEW && (
              <text
                x={x(day)}
                y={y(value) - 10}
                textAnchor="middle"
                fontSize={14}
                fontWeight={700}
                fill={tape.ink}
                stroke={tape.paper}
                strokeWidth={3}
                paintOrder="stroke">
                {showNumber(value)}
              </text>
            )}
          </g>
        ))}
      </svg>
    </Box>
  );
}
