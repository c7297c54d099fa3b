/** A part of a block by the clock: the time that is left, large; its steps, the one that is on marked; what comes then. */
import { Box, Button, Stack, Typography } from "@mui/material";
import { useMemo, type ReactNode } from "react";

import type { Athlete, Block, Part } from "../../api/queries";
import { usePartDone } from "../../shared/device/steps";
import { showClock } from "../../shared/lib/format";
import { ErrorNotice } from "../../shared/ui/Loaded";
import { Extend } from "./RunningBlock";
import { useKeys } from "./useKeys";
import { usePartClock } from "./usePartClock";
import { useSound } from "./useSound";
import { useWakeLock } from "./useWakeLock";
import { Steps } from "./Steps";

/** What the button says that leaves a part behind. */
const DONE: Partial<Record<Part["kind"], string>> = {
  warm_up: "Warm: go on",
  partner: "Played: go on",
  for_two: "Played: go on",
};

interface TimedPartProps {
  block: Block;
  part: Part;
  next: Part | undefined;
  athlete: Athlete;
  playsItself: boolean;
  /** How it is played, where there is more to say than its title. */
  children?: ReactNode;
}

export function TimedPart({ block, part, next, athlete, playsItself, children }: TimedPartProps) {
  const done = usePartDone(block);
  const { speaker } = useSound(athlete);
  const say = (words: string) => void speaker.speak(words);
  const steps = useMemo(
    () => (part.steps.length > 0 ? part.steps : [{ words: part.title, seconds: part.planned_s }]),
    [part.steps, part.title, part.planned_s],
  );
  const goOn = () => done.mutate(part.id);
  const clock = usePartClock({
    id: `part-${part.id}`,
    steps,
    speaker,
    say,
    beginsItself: playsItself,
    onOver: () => {
      if (playsItself) goOn();
      else say(next ? `Time is up. Next: ${next.title}` : "Time is up");
    },
  });
  useWakeLock(clock.isRunning);
  const toggle = clock.isRunning ? clock.pause : clock.start;
  useKeys({ pause: () => !clock.isOver && toggle() });
  return (
    <Stack spacing={2}>
      {children}
      <Stack direction="row" sx={{ gap: 3, alignItems: "center", flexWrap: "wrap" }}>
        <Box
          role="timer"
          aria-label="time left in this step"
          sx={{
            fontSize: "clamp(3.5rem, 14vmin, 7rem)",
            fontWeight: 800,
            lineHeight: 1,
            fontVariantNumeric: "tabular-nums",
          }}>
          {showClock(clock.leftS * 1000)}
        </Box>
        <Stack spacing={1} sx={{ alignItems: "flex-start" }}>
          {!clock.isOver && (
            <Button size="large" variant={clock.isRunning ? "outlined" : "contained"} onClick={toggle}>
              {clock.isRunning ? "Pause" : "Start the clock"}
            </Button>
          )}
          {next && (
            <Typography color="text.secondary">
              {clock.isOver ? "Time is up. Next" : "Then"}: {next.title}
            </Typography>
          )}
        </Stack>
      </Stack>
      {part.steps.length > 0 && <Steps steps={part.steps} on={clock.isRunning ? clock.index : null} />}
      <Button
        variant="contained"
        color="success"
        size="large"
        loading={done.isPending}
        onClick={goOn}
        sx={{ alignSelf: "flex-start" }}>
        {DONE[part.kind] ?? "Done: go on"}
      </Button>
      <Extend part={part} word="Two minutes more" />
      {done.error && <ErrorNotice error={done.error} />}
    </Stack>
  );
}
