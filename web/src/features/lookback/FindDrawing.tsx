/** The picture of a find: dots in time, bars beside each other, or days on a line; the same numbers beside it. */
import { Box, Typography } from "@mui/material";

import type { FindPicture } from "../../api/lookback";
import { tape } from "../../shared/ui/tape";

const WIDTH = 300;
const HEIGHT = 110;
const FOOT = HEIGHT - 8;

const faint = "#8b8371";

function Dots({ picture }: { picture: FindPicture }) {
  const values = picture.marks.map(({ value }) => value);
  const ends = picture.mark === null ? values : [...values, picture.mark];
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  const y = (value: number) => FOOT - ((value - low) / (high - low || 1)) * (HEIGHT - 24);
  const step = WIDTH / Math.max(1, values.length);
  const split = picture.split;
  return (
    <>
      {split !== null && (
        <rect x={split * step - 3} y={0} width={6} height={HEIGHT} fill={tape.mustard} opacity={0.85} />
      )}
      {picture.mark !== null && (
        <line
          x1={0}
          x2={WIDTH}
          y1={y(picture.mark)}
          y2={y(picture.mark)}
          stroke={tape.plum}
          strokeWidth={2}
          strokeDasharray="7 4"
        />
      )}
      {values.map((value, place) => (
        <circle
          key={place}
          cx={(place + 0.5) * step}
          cy={y(value)}
          r={Math.min(4, step / 2)}
          fill={split !== null && place >= split ? tape.teal : faint}
        />
      ))}
    </>
  );
}

function Days({ picture }: { picture: FindPicture }) {
  const step = WIDTH / Math.max(1, picture.marks.length);
  const begin = picture.marks.findIndex(({ is_meant: isMeant }) => isMeant);
  const many = picture.marks.filter(({ is_meant: isMeant }) => isMeant).length;
  return (
    <>
      <rect x={begin * step} y={18} width={many * step} height={HEIGHT - 40} fill={tape.coral} opacity={0.18} />
      <line x1={0} x2={WIDTH} y1={FOOT - 14} y2={FOOT - 14} stroke={tape.ink} strokeWidth={1.5} />
      {picture.marks.map(({ value }, place) =>
        value ? (
          <line
            key={place}
            x1={(place + 0.5) * step}
            x2={(place + 0.5) * step}
            y1={30}
            y2={FOOT - 16}
            stroke={tape.teal}
            strokeWidth={Math.min(5, step * 0.7)}
            strokeLinecap="round"
          />
        ) : null,
      )}
    </>
  );
}

/** As words and bars beside each other: readable as a table, too. */
function Bars({ picture }: { picture: FindPicture }) {
  const most = Math.max(...picture.marks.map(({ value }) => value), picture.mark ?? 0) || 1;
  return (
    <Box component="table" sx={{ borderCollapse: "collapse", width: "100%", maxWidth: 420 }}>
      <Box component="caption" sx={{ textAlign: "left", color: "text.secondary", pb: 0.5 }}>
        {picture.label}
      </Box>
      <tbody>
        {picture.marks.map(({ words, value, said, is_meant: isMeant }) => (
          <tr key={words}>
            <Box
              component="th"
              scope="row"
              sx={{ textAlign: "left", fontWeight: isMeant ? 700 : 400, pr: 1.5, py: 0.25 }}>
              {words}
            </Box>
            <Box component="td" aria-hidden sx={{ width: "45%" }}>
              <Box
                sx={{
                  height: 14,
                  minWidth: 2,
                  width: `${(100 * value) / most}%`,
                  bgcolor: isMeant ? tape.coral : faint,
                }}
              />
            </Box>
            <Box
              component="td"
              sx={{ textAlign: "right", pl: 1.5, whiteSpace: "nowrap", fontWeight: isMeant ? 700 : 400 }}>
              {said}
            </Box>
          </tr>
        ))}
      </tbody>
    </Box>
  );
}

function describe(picture: FindPicture): string {
  const [first] = picture.marks;
  const last = picture.marks.at(-1);
  if (!first || !last) return picture.label;
  return `${picture.label}, ${picture.marks.length} points from ${first.words} to ${last.words}`;
}

export function FindDrawing({ picture }: { picture: FindPicture }) {
  if (picture.marks.length === 0) return null;
  if (picture.kind === "bars") return <Bars picture={picture} />;
  return (
    <Box sx={{ maxWidth: 420 }}>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={describe(picture)}
        style={{ display: "block", width: "100%", height: "auto" }}>
        {picture.kind === "dots" ? <Dots picture={picture} /> : <Days picture={picture} />}
      </svg>
      <Box sx={{ display: "flex", justifyContent: "space-between", color: "text.secondary", fontSize: "0.9rem" }}>
        <span>{picture.marks[0]?.words}</span>
        <Typography component="span" sx={{ fontSize: "inherit" }}>
          {picture.label}
        </Typography>
        <span>{picture.marks.at(-1)?.words}</span>
      </Box>
    </Box>
  );
}
