/** The speaker of the court screen, with its volume and mute; changes are kept with the athlete's settings. */
import { useEffect, useMemo, useRef, useState } from "react";

import { api, unwrap } from "../../api/client";
import { useChange, type Athlete } from "../../api/queries";
import { Speaker } from "./sounds";

const SAVE_AFTER_MS = 600;

export function useSound(athlete: Athlete) {
  const [speaker] = useState(() => new Speaker());
  const [volume, setVolume] = useState(athlete.volume);
  const [isMuted, setIsMuted] = useState(athlete.is_muted);
  const { mutate: save } = useChange(
    (body: { volume: number; is_muted: boolean }) => unwrap(api.PATCH("/api/athlete/", { body })),
    ["athlete"],
  );
  const saved = useRef({ volume, is_muted: isMuted });

  useEffect(() => () => speaker.rest(), [speaker]);
  useEffect(() => {
    speaker.setLevel(volume / 100, isMuted);
    if (saved.current.volume === volume && saved.current.is_muted === isMuted) return;
    // A slider moves through many values; the one it is left at is kept.
    const timer = window.setTimeout(() => {
      saved.current = { volume, is_muted: isMuted };
      save(saved.current);
    }, SAVE_AFTER_MS);
    return () => window.clearTimeout(timer);
  }, [speaker, volume, isMuted, save]);

  // The same while nothing of it changes: the bar that shows it is drawn anew only then.
  return useMemo(
    () => ({
      speaker,
      volume,
      isMuted,
      setVolume,
      toggle: () => setIsMuted((was) => !was),
      /** Lets this much volume be heard at once. */
      sample: (at: number) => {
        speaker.wake();
        speaker.setLevel(at / 100, isMuted);
        if (!speaker.speak("ten")) speaker.play("ten");
      },
    }),
    [speaker, volume, isMuted],
  );
}

export type CourtSound = ReturnType<typeof useSound>;
