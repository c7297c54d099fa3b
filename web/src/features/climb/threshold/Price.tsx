/** What a threshold costs while it is edited: what luck it lets through, and what it would have said of the last runs. */
import { Box, Stack, Typography } from "@mui/material";
import { keepPreviousData, useQuery } from "@tanstack/react-query";

import { api, unwrap, type Schemas } from "../../../api/client";
import { showDay } from "../../../shared/lib/format";
import { useSettled } from "../../../shared/lib/useSettled";
import { tape } from "../../../shared/ui/tape";
import { SIGNS } from "../../../shared/ui/VerdictSign";
import { Bench } from "./Bench";

type Price = Schemas["Price"];
type Would = Schemas["Asking"]["would"][number];

const WIDTH = 360;
const HEIGHT = 132;
const EDGE = { left: 34, right: 8, top: 8, bottom: 34 };
const percent = (share: number) => `${Math.round(100 * share)} %`;

/** The chance to pass within five and within twenty runs, from far under the mark to far over. */
function Curve({ price }: { price: Price }) {
  const rates = price.points.map(({ rate }) => rate);
  const low = Math.min(...rates);
  const high = Math.max(...rates);
  const x = (rate: number) => EDGE.left + ((rate - low) / (high - low)) * (WIDTH - EDGE.left - EDGE.right);
  const y = (chance: number) => EDGE.top + (1 - chance) * (HEIGHT - EDGE.top - EDGE.bottom);
  const way = (place: number) =>
    price.points.map(({ rate, within }) => `${x(rate).toFixed(1)},${y(within[place] ?? 0).toFixed(1)}`).join(" ");
  const said = price.points.map(({ rate, within }) => `${percent(rate)}: ${percent(within.at(-1) ?? 0)}`).join(", ");
  const isMarkInside = price.mark_rate >= low && price.mark_rate <= high;
  return (
    <Box
      component="svg"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`The chance to pass within 20 runs by what one truly makes: ${said}`}
      sx={{ width: "100%", maxWidth: WIDTH, display: "block", fontFamily: "inherit" }}>
      {[0, 0.5, 1].map((chance) => (
        <g key={chance}>
          <line x1={EDGE.left} x2={WIDTH - EDGE.right} y1={y(chance)} y2={y(chance)} stroke="#d9d2c0" />
          <text x={EDGE.left - 5} y={y(chance) + 4} textAnchor="end" fontSize="11" fill={tape.ink}>
            {Math.round(100 * chance)}
          </text>
        </g>
      ))}
      {isMarkInside && (
        <line
          x1={x(price.mark_rate)}
          x2={x(price.mark_rate)}
          y1={EDGE.top}
          y2={HEIGHT - EDGE.bottom}
          stroke={tape.plum}
          strokeWidth="2"
          strokeDasharray="6 4"
        />
      )}
      <polyline points={way(0)} fill="none" stroke={tape.ink} strokeWidth="1.5" strokeDasharray="2 3" />
      <polyline points={way(2)} fill="none" stroke={tape.teal} strokeWidth="3.5" strokeLinejoin="round" />
      {[low, price.mark_rate, high].map((rate, place) => (
        <text
          key={place}
          x={x(rate)}
          y={HEIGHT - EDGE.bottom + 15}
          textAnchor={(["start", "middle", "end"] as const)[place]}
          fontSize="11"
          fill={place === 1 ? tape.plum : tape.ink}
          fontWeight={place === 1 ? 700 : 400}>
          {place === 1 ? `mark ${percent(rate)}` : percent(rate)}
        </text>
      ))}
      <text x={WIDTH / 2} y={HEIGHT - 4} textAnchor="middle" fontSize="11" fill={tape.ink}>
        what is truly made; up: passes in 100 within 20 runs (dotted: 5)
      </text>
    </Box>
  );
}

const said = (kind: Would["kind"]) => SIGNS[kind].word.toLowerCase();

/** Run by run what the advice would have been. */
function WouldHave({ would }: { would: Would[] }) {
  const words = would.map(({ kind, day }) => `${showDay(day)} ${said(kind)}`).join(", ");
  return (
    <div>
      <Typography variant="body2">
        {would.length === 1
          ? "With your last run this would have said:"
          : `With your last ${would.length} runs this would have said, run by run:`}
      </Typography>
      <Box role="img" aria-label={words} sx={{ display: "flex", flexWrap: "wrap", gap: 0.5, mt: 0.5 }}>
        {would.map(({ kind, day, value }, place) => {
          const { Icon, colour, ink } = SIGNS[kind];
          return (
            <Box
              key={place}
              title={`${showDay(day)}: ${value ?? "no number"}, ${said(kind)}`}
              sx={{ width: 22, height: 26, display: "grid", placeItems: "center", color: ink, bgcolor: colour }}>
              <Icon fontSize="inherit" />
            </Box>
          );
        })}
      </Box>
    </div>
  );
}

interface PriceOfProps {
  rungId: number;
  values: Schemas["Threshold"];
  onFound: (conditions: Schemas["Threshold"]["conditions"]) => void;
}

export function PriceOf({ rungId, values, onFound }: PriceOfProps) {
  const body = useSettled(values);
  const asking = useQuery({
    queryKey: ["ladders", "price", rungId, body],
    queryFn: () => unwrap(api.POST("/api/rungs/{rung_id}/price/", { params: { path: { rung_id: rungId } }, body })),
    placeholderData: keepPreviousData,
    retry: false,
  });
  // What cannot be asked is said where it is kept.
  if (!asking.data || asking.isError) return null;
  const { price, would } = asking.data;
  if (!price && would.length === 0) return null;
  return (
    <Box component="section" aria-label="What it costs" sx={{ borderLeft: "6px solid", borderColor: tape.plum, pl: 2 }}>
      <Stack spacing={1.25}>
        {price && <Typography variant="body2">{price.words.join(" ")}</Typography>}
        {price && <Curve price={price} />}
        {price && <Bench rungId={rungId} threshold={values} onFound={onFound} />}
        {would.length > 0 && <WouldHave would={would} />}
      </Stack>
    </Box>
  );
}
