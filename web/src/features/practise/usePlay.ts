/** What a press, a key and the passing of time do on the court screen. */
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";

import type { HandPress } from "../../api/pairing";
import type { Athlete, Run } from "../../api/queries";
import type { KeptRun } from "../../shared/lib/presses";
import { useStable } from "../../shared/lib/useStable";
import type { HeardNow } from "../ear/liveEar";
import { timeAloud, useAloud, wordsAloud, type Aloud } from "./aloud";
import { callBetween } from "./calls";
import type { Origin } from "./courtRun";
import { lightPad, type PressKind } from "./Pads";
import type { Speaker } from "./sounds";
import { areNumbers, isFetching, signOf } from "./signs";
import { useCall } from "./useCall";
import { useCountIn } from "./useCountIn";
import { useClocks, type Clocks } from "./useClocks";
import { useCourt, type Court } from "./useCourt";
import { useKeys } from "./useKeys";
import { usePointer } from "./usePointer";
import { useSound } from "./useSound";
import { useTyping } from "./useTyping";
import { useWakeLock } from "./useWakeLock";

const LAST_SECONDS = 5;
const END_GUARD_MS = 900;

/** Says and sounds what the count and the clock come to. */
function useAnnouncer(
  court: Court,
  speaker: Speaker,
  say: (words: string) => void,
  isPlaying: boolean,
  clocks: Clocks,
  aloud: Aloud,
) {
  const { standing } = court;
  const { tally } = standing;
  const before = useRef(standing);
  useEffect(() => {
    const heard = callBetween(before.current, standing);
    const spoken = wordsAloud(before.current, standing, heard, aloud);
    before.current = standing;
    if (spoken) speaker.speak(spoken);
    if (!heard) return;
    if (heard.words) say(heard.words);
    speaker.play(heard.sound);
  }, [standing, say, speaker, aloud]);

  const second = isPlaying && !tally.is_paused ? (clocks.leftS ?? 0) : 0;
  useEffect(() => {
    if (second >= 1 && second <= LAST_SECONDS) speaker.play("second");
  }, [second, speaker]);

  const time = isPlaying && !tally.is_paused && !tally.is_over ? timeAloud(clocks, aloud) : null;
  useEffect(() => {
    if (time) speaker.speak(time);
  }, [time, speaker]);

  const isResting = clocks.restS > 0;
  const wasResting = useRef(isResting);
  useEffect(() => {
    if (wasResting.current && !isResting && !tally.is_over) {
      say(tally.face === "items" ? "Next" : "Next set");
      speaker.play("next");
    }
    wasResting.current = isResting;
  }, [isResting, tally.is_over, tally.face, say, speaker]);
}

/** Tells the rules how late it is when time is up, and when they said that something changes by itself. */
function useWake({ standing, clock, tick }: Court, isPlaying: boolean) {
  const { tally, atMs, isBehind, isPaused } = standing;
  const isOn = isPlaying && !tally.is_over && !isPaused && !isBehind;
  // A contact on the very last millisecond counts, so time is up one later.
  const upMs = tally.time_left_ms === null ? Infinity : tally.time_left_ms + 1;
  const wakeMs = Math.min(upMs, tally.wakes_in_ms ?? Infinity);
  useEffect(() => {
    if (!isOn || wakeMs === Infinity) return;
    const dueMs = atMs + wakeMs;
    const timer = window.setTimeout(() => tick(Math.max(dueMs, clock.now())), Math.max(0, dueMs - clock.now()));
    return () => window.clearTimeout(timer);
  }, [isOn, atMs, wakeMs, clock, tick]);
}

/** The count often outruns the eye: the end stands for a moment before it can be left, and a press too many starts that anew. */
function useEndGuard(isOver: boolean) {
  const [pressedAt, setPressedAt] = useState(0);
  const [isEndReady, setReady] = useState(false);
  useEffect(() => {
    if (!isOver) return;
    const timer = window.setTimeout(() => setReady(true), END_GUARD_MS);
    return () => {
      window.clearTimeout(timer);
      setReady(false);
    };
  }, [isOver, pressedAt]);
  const isSeen = () => {
    if (!isEndReady) setPressedAt(performance.now());
    return isEndReady;
  };
  return { isEndReady, isSeen };
}

export function usePlay(run: Run, athlete: Athlete, kept: KeptRun) {
  const navigate = useNavigate();
  const court = useCourt(run, kept);
  const { tally, isBehind, isPaused, isStopped } = court.standing;
  const sound = useSound(athlete);
  const { speaker } = sound;
  const { call, say } = useCall();
  const [isPlaying, setIsPlaying] = useState(false);
  const [isHelpOpen, setHelp] = useState(false);
  const isAwake = useWakeLock(!tally.is_over);
  const clocks = useClocks(court.standing, court.clock, isPlaying && !isStopped);
  const pointer = usePointer(tally);
  const countIn = useCountIn(
    () => speaker.play("count_in"),
    () => {
      speaker.play("go");
      court.clock.start();
      setIsPlaying(true);
    },
  );
  const voice = useAloud();
  useAnnouncer(court, speaker, say, isPlaying, clocks, voice.aloud);

  // A rest is kept: what is pressed in it counts only after it was ended on purpose.
  const [skipped, setSkipped] = useState(-1);
  const isResting = clocks.restS > 0 && tally.face === "halves" && skipped !== tally.attempts;

  const { isEndReady, isSeen } = useEndGuard(tally.is_over);

  useWake(court, isPlaying);

  const canUndo = tally.undoable > 0 || tally.ending === "stopped" || isBehind;
  const start = () => {
    if (isPlaying) return;
    speaker.wake();
    countIn.begin();
  };
  /** What comes from a second screen was pressed in play, whether or not this one was loaded anew since. */
  const press = (kind: PressKind, text = "", origin?: Origin) => {
    if (!(isPlaying || origin) || isStopped || isPaused || (isResting && kind !== "let")) return;
    pointer.rest();
    court.press(kind, text, origin);
    if (kind === "let") {
      say("Let: not counted");
      return;
    }
    lightPad(kind, text);
    speaker.play(kind === "miss" ? "missed" : "made");
  };
  const typing = useTyping(tally, (number) => press("zone", number));
  const choices = signOf(tally, "choices")?.choices ?? [];
  const pressDigit = (digit: string) => {
    if (tally.face === "typed") {
      if (!isHelpOpen && isPlaying && !isStopped) typing.type(digit);
      return;
    }
    const zones = [...tally.pads.filter((pad) => pad.kind === "zone"), ...choices.map((text) => ({ text }))];
    // Where pads are numbers of their own, a key is its number or nothing: five pins that stand have no sixth.
    const isNumbered = areNumbers(tally);
    const pad = isNumbered ? zones.find(({ text }) => text === digit) : zones[Number(digit) - 1];
    if (isHelpOpen || !isPlaying || isStopped) return;
    if (pad) press("zone", pad.text);
    else if (isNumbered) say(`No ${digit} here`);
  };
  const undo = (origin?: Origin) => {
    if (!canUndo && !court.isBehind()) return;
    court.press("undo", "", origin);
    say("Undone");
  };
  const pause = () => {
    if (isPlaying && !isStopped) court.press(isPaused ? "resume" : "pause");
  };
  const stop = (origin?: Origin) => {
    const instead = signOf(tally, "choices")?.stop;
    if (isStopped) return;
    if (instead) press("zone", instead, origin);
    else court.press("finish", "", origin);
  };
  const skipRest = () => setSkipped(tally.attempts);
  const pressFromHand = ({ action, text = "", id, age_ms: ageMs, gap_ms: gapMs }: HandPress) => {
    const origin = { id, ageMs, gapMs };
    if (action === "start") start();
    else if (action === "skip_rest") skipRest();
    else if (action === "undo") undo(origin);
    else if (action === "finish") stop(origin);
    else if (action === "pause" || action === "resume") {
      if (!isStopped && isPaused === (action === "resume")) court.press(action, "", origin);
    } else press(action, text, origin);
  };
  const seeEnd = () => void navigate(`/practise/runs/${run.id}/end`, { replace: true });
  const make = () => {
    if (tally.is_over) {
      if (isSeen()) seeEnd();
    } else if (!isPlaying) start();
    else if (typing.enter()) return;
    else if (isPaused && isFetching(tally)) pause();
    else if (pointer.pointed !== null) press("zone", pointer.pointed);
    else press("make");
  };
  const point = () => {
    const word = isPlaying && !isStopped && !isPaused && pointer.point();
    if (word) say(word);
  };
  const keys = {
    make,
    point,
    miss: () => press("miss"),
    back: typing.back,
    let: () => press("let"),
    undo: () => undo(),
    pause,
    mute: sound.toggle,
    next: () => tally.is_over && seeEnd(),
  };
  useKeys({ ...(isHelpOpen ? {} : keys), help: () => setHelp(!isHelpOpen) }, pressDigit);

  const acts = useStable({
    start,
    press: (kind: PressKind, text?: string) => press(kind, text),
    /** What the ear has heard while one plays. */
    pressHeard: ({ kind, atMs }: HeardNow) => {
      if (!isPlaying) return;
      if (kind === "three claps") pause();
      else press(kind === "two claps" ? "miss" : kind, "", { atMs });
    },
    undo: () => undo(),
    pause,
    stop: () => stop(),
    pressFromHand,
    seeEnd,
    skipRest,
    letIt: () => press("let"),
    showKeys: () => setHelp(true),
    hideKeys: () => setHelp(false),
  });
  return {
    ...clocks,
    ...{
      isEndReady,
      isResting,
      court,
      sound,
      voice,
      countIn: countIn.count,
      isPlaying,
      isAwake,
      call,
      canUndo,
      isHelpOpen,
      acts,
      pointed: pointer.pointed,
      typing,
    },
    wayOut: run.block === null ? "/practise" : `/practise/blocks/${run.block}`,
  };
}
