/** Playing, stepping, slow motion and a loop, for both clips at once. */
import { Box, Button, Slider, ToggleButton, ToggleButtonGroup, Typography } from "@mui/material";

import { SPEEDS, type Transport } from "./useTransport";

const FRACTIONS: Record<number, string> = { 1: "full speed", 0.5: "½", 0.25: "¼", 0.1: "⅒" };

interface TransportBarProps {
  transport: Transport;
  /** The clip that leads: the first that is open. */
  lead: number;
  seconds: number;
}

export function TransportBar({ transport, lead, seconds }: TransportBarProps) {
  const { isPlaying, loop, atS } = transport;
  const now = atS[lead] ?? 0;
  const turnLoop = () => {
    if (!loop) transport.setLoop({ from: now, to: null });
    else if (loop.to === null && now > loop.from) transport.setLoop({ from: loop.from, to: now });
    else transport.setLoop(null);
  };
  return (
    <Box role="group" aria-label="Both clips" sx={{ display: "grid", gap: 1 }}>
      <Slider
        size="small"
        aria-label="Moment"
        value={Math.min(now, seconds)}
        max={seconds || 1}
        step={0.01}
        valueLabelDisplay="auto"
        valueLabelFormat={(value) => `${value.toFixed(2)} s`}
        onChange={(_event, to) => transport.go(lead, to)}
      />
      <Box sx={{ display: "flex", flexWrap: "wrap", gap: 1, alignItems: "center" }}>
        <Button variant="contained" onClick={isPlaying ? transport.stop : transport.play}>
          {isPlaying ? "Stop" : "Play"}
        </Button>
        <Button variant="outlined" onClick={() => transport.step(-1)}>
          One picture back
        </Button>
        <Button variant="outlined" onClick={() => transport.step(1)}>
          One picture on
        </Button>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-label="Speed"
          value={transport.speed}
          onChange={(_event, speed: number | null) => speed && transport.setSpeed(speed)}>
          {SPEEDS.map((speed) => (
            <ToggleButton key={speed} value={speed}>
              {FRACTIONS[speed]}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        <Button variant="outlined" onClick={turnLoop}>
          {!loop ? "Loop from here" : loop.to === null ? "…to here" : "End the loop"}
        </Button>
        <Typography aria-live="off" sx={{ fontVariantNumeric: "tabular-nums" }}>
          {now.toFixed(2)} s
          {loop && loop.to !== null && `, round from ${loop.from.toFixed(2)} to ${loop.to.toFixed(2)} s`}
        </Typography>
      </Box>
    </Box>
  );
}
