/** Usual orders to pick from, each with a small picture of the way it goes from zone to zone. */
import { Box, Button, Typography } from "@mui/material";
import { keepPreviousData, useQuery } from "@tanstack/react-query";

import { api, unwrap } from "../../../api/client";

const SIZE = 44;

/** Where zones stand in the picture: in a row up to three, in two columns beyond. */
function placesOf(zones: string[]): Map<string, { x: number; y: number }> {
  const across = zones.length <= 3 ? zones.length : 2;
  const down = Math.ceil(zones.length / across);
  return new Map(
    zones.map((zone, index) => [
      zone,
      { x: ((index % across) + 0.5) * (SIZE / across), y: (Math.floor(index / across) + 0.5) * (SIZE / down) },
    ]),
  );
}

function Picture({ zones, steps }: { zones: string[]; steps: string[] }) {
  const places = placesOf(zones);
  const way = steps.flatMap((step) => {
    const at = places.get(step);
    return at ? [at] : [];
  });
  // The same zone several times running is told by rings round it.
  const most = new Map<string, number>();
  let running = 0;
  steps.forEach((step, index) => {
    running = step === steps[index - 1] ? running + 1 : 1;
    most.set(step, Math.max(running, most.get(step) ?? 0));
  });
  return (
    <svg width={SIZE} height={SIZE} viewBox={`0 0 ${SIZE} ${SIZE}`} aria-hidden>
      <polyline
        points={way.map(({ x, y }) => `${x},${y}`).join(" ")}
        fill="none"
        stroke="currentColor"
        strokeWidth="1.5"
        opacity="0.6"
      />
      {[...places].map(([zone, { x, y }]) => (
        <g key={zone}>
          <circle cx={x} cy={y} r={3.5} fill="currentColor" />
          {Array.from({ length: Math.min(3, (most.get(zone) ?? 1) - 1) }, (_, ring) => (
            <circle key={ring} cx={x} cy={y} r={6 + 2.5 * ring} fill="none" stroke="currentColor" strokeWidth="1" />
          ))}
        </g>
      ))}
      {way[0] && <circle cx={way[0].x} cy={way[0].y} r={1.5} fill="white" />}
    </svg>
  );
}

interface PatternPickerProps {
  zones: string[];
  written: string;
  onPick: (written: string) => void;
}

export function PatternPicker({ zones, written, onPick }: PatternPickerProps) {
  const named = zones.filter((zone) => zone.trim() !== "");
  const { data: orders = [] } = useQuery({
    queryKey: ["orders", named],
    queryFn: () => unwrap(api.POST("/api/orders/", { body: { zones: named } })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  return (
    <Box role="group" aria-label="Usual orders" sx={{ display: "flex", flexWrap: "wrap", gap: 1 }}>
      {orders.map((order) => (
        <Button
          key={order.written}
          variant={order.written === written ? "contained" : "outlined"}
          onClick={() => onPick(order.written)}
          sx={{ gap: 1 }}>
          <Picture zones={named} steps={order.written === "random" ? [] : order.steps} />
          <Typography component="span" sx={{ fontSize: "0.95rem" }}>
            {order.title}
          </Typography>
        </Button>
      ))}
    </Box>
  );
}
