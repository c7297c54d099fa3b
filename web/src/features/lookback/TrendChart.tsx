/** Results in time as dots of chalk: limits as a soft band, the usual as a line, the mark as a dashed tape. */
import { Box } from "@mui/material";
import { ChartsContainer } from "@mui/x-charts/ChartsContainer";
import { ChartsReferenceLine } from "@mui/x-charts/ChartsReferenceLine";
import { ChartsXAxis } from "@mui/x-charts/ChartsXAxis";
import { ChartsYAxis } from "@mui/x-charts/ChartsYAxis";
import { LinePlot } from "@mui/x-charts/LineChart";
import { ScatterPlot } from "@mui/x-charts/ScatterChart";
import { ChartsTooltip } from "@mui/x-charts/ChartsTooltip";
import { useDrawingArea, useXScale, useYScale } from "@mui/x-charts/hooks";
import { useRef, useState, type PointerEvent } from "react";
import { useNavigate } from "react-router";

import type { SideTrend, TrendPage } from "../../api/lookback";
import { localDay, showDay, showNumber } from "../../shared/lib/format";
import { tape } from "../../shared/ui/tape";

type Level = SideTrend["level"];
type Strip = TrendPage["strips"][number];

const HEIGHT = 320;
/** A drag shorter than this is a press. */
const LEAST_DRAG = 8;
/** With more dots than that they are drawn as one shape. */
const MANY = 600;
const dot = "#5d5646";

const moment = (day: string) => new Date(`${day}T12:00:00`).getTime();

/** The natural limits of each time as a soft band, its usual as a line. */
function Bands({ level }: { level: Level }) {
  const x = useXScale<"time">();
  const y = useYScale<"linear">();
  return (
    <g pointerEvents="none">
      {level.periods.map(({ since, until, low, high, usual }) => {
        const [left, right] = [x(moment(since)) - 4, x(moment(until)) + 4];
        return (
          <g key={since}>
            {low !== null && high !== null && (
              <rect
                x={left}
                width={right - left}
                y={y(high)}
                height={Math.max(0, y(low) - y(high))}
                fill={tape.teal}
                opacity={0.12}
              />
            )}
            <line x1={left} x2={right} y1={y(usual)} y2={y(usual)} stroke={tape.teal} strokeWidth={3} />
          </g>
        );
      })}
    </g>
  );
}

/** Vertical strips of tape with their words: climbs, steps back, changes of method. */
function Strips({ strips }: { strips: Strip[] }) {
  const x = useXScale<"time">();
  const { top, height, left, width } = useDrawingArea();
  return (
    <g pointerEvents="none">
      {strips.map(({ day, words, kind }, place) => {
        const at = x(moment(day));
        return (
          <g key={`${day} ${words}`}>
            <rect
              x={at - 3}
              width={6}
              y={top}
              height={height}
              fill={kind === "method" ? tape.plum : tape.mustard}
              opacity={0.8}
            />
            <text
              textAnchor={at > left + width - 90 ? "end" : "start"}
              x={at > left + width - 90 ? at - 7 : at + 7}
              y={top + 14 + 16 * (place % 3)}
              fontSize={13}
              fontWeight={650}
              fill={tape.ink}
              stroke={tape.paper}
              strokeWidth={3}
              paintOrder="stroke">
              {words}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** The ground of the chart: dragging over it chooses a period. It lies below the dots, which stay to be pressed. */
function Brush({ onChoose }: { onChoose: (since: string, until: string) => void }) {
  const x = useXScale<"time">();
  const area = useDrawingArea();
  const ground = useRef<SVGRectElement>(null);
  const [drag, setDrag] = useState<[number, number] | null>(null);
  const at = ({ clientX }: PointerEvent) => {
    const box = ground.current?.getBoundingClientRect();
    return area.left + Math.min(area.width, Math.max(0, clientX - (box?.left ?? 0)));
  };
  const finish = () => {
    if (drag && Math.abs(drag[1] - drag[0]) >= LEAST_DRAG) {
      const [begin, end] = [...drag].sort((one, other) => one - other) as [number, number];
      onChoose(localDay(new Date(x.invert(begin))), localDay(new Date(x.invert(end))));
    }
    setDrag(null);
  };
  return (
    <g>
      <rect
        ref={ground}
        x={area.left}
        y={area.top}
        width={area.width}
        height={area.height}
        fill="transparent"
        style={{ cursor: "crosshair", touchAction: "pan-y" }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          setDrag([at(event), at(event)]);
        }}
        onPointerMove={(event) => drag && setDrag([drag[0], at(event)])}
        onPointerUp={finish}
        onPointerCancel={() => setDrag(null)}
      />
      {drag && (
        <rect
          x={Math.min(...drag)}
          width={Math.abs(drag[1] - drag[0])}
          y={area.top}
          height={area.height}
          fill={tape.mustard}
          opacity={0.3}
          pointerEvents="none"
        />
      )}
    </g>
  );
}

interface TrendChartProps {
  level: Level;
  strips: Strip[];
  mark: number;
  label: string;
  /** Of all charts beside each other, so that they are on one scale. */
  ends: { days: [string, string]; values: [number, number] };
  onChoose: (since: string, until: string) => void;
}

export default function TrendChart({ level, strips, mark, label, ends, onChoose }: TrendChartProps) {
  const navigate = useNavigate();
  const { points } = level;
  const outside = new Set(level.periods.flatMap((period) => period.outside));
  const within = strips.filter(({ day }) => day >= ends.days[0] && day <= ends.days[1]);
  const series = [false, true].map((isOutside) => ({
    type: "scatter" as const,
    id: isOutside ? "outside" : "results",
    label: isOutside ? "outside the limits" : label,
    color: isOutside ? tape.coral : dot,
    markerSize: isOutside ? 6 : points.length > MANY ? 2 : 4,
    valueFormatter: (value: { x: number; y: number } | null) =>
      value ? `${showNumber(value.y)} on ${showDay(localDay(new Date(value.x)))}` : "",
    data: points
      .filter(({ run }) => outside.has(run) === isOutside)
      .map(({ run, day, value }) => ({ id: run, x: moment(day), y: value })),
  }));
  return (
    <Box role="group" aria-label={`${label} in time, ${points.length} results; the same numbers stand in the table`}>
      <ChartsContainer
        height={HEIGHT}
        margin={{ left: 0, right: 24, top: 16, bottom: 0 }}
        xAxis={[
          {
            id: "day",
            scaleType: "time",
            data: points.map(({ day }) => moment(day)),
            min: moment(ends.days[0]),
            max: moment(ends.days[1]),
            height: 34,
            valueFormatter: (value: Date) => showDay(localDay(new Date(value))).replace(/^\S+ /, ""),
          },
        ]}
        yAxis={[{ id: "value", min: ends.values[0], max: ends.values[1], label, width: 62 }]}
        series={[
          ...series,
          {
            type: "line",
            id: "average",
            // Several runs of a day are one step of the average.
            data: points.map(({ average, day }, place) => (points[place + 1]?.day === day ? null : average)),
            connectNulls: true,
            showMark: false,
            color: tape.plum,
            curve: "linear",
          },
        ]}>
        <Brush onChoose={onChoose} />
        <Bands level={level} />
        <Strips strips={within} />
        <LinePlot strokeDasharray="2 3" skipAnimation />
        <ChartsReferenceLine
          y={mark}
          label={`mark ${showNumber(mark)}`}
          labelAlign="start"
          lineStyle={{ stroke: tape.plum, strokeWidth: 2, strokeDasharray: "7 4" }}
          labelStyle={{ fill: tape.plum, fontWeight: 650, fontSize: 13 }}
        />
        <ScatterPlot
          renderer={points.length > MANY ? "svg-batch" : "svg-single"}
          onItemClick={(_, { seriesId, dataIndex }) => {
            const run = series.find(({ id }) => id === seriesId)?.data[dataIndex]?.id;
            if (run) void navigate(`/practise/runs/${run}/end`);
          }}
        />
        <ChartsXAxis axisId="day" />
        <ChartsYAxis axisId="value" />
        <ChartsTooltip trigger="item" />
      </ChartsContainer>
    </Box>
  );
}
