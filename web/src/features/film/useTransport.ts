/** Two clips that move together: played, slowed, stepped, looped; laid beside each other where both are aligned. */
import { useCallback, useEffect, useRef, useState } from "react";

import type { Clip } from "./filmNotes";

export const SPEEDS = [1, 0.5, 0.25, 0.1];
/** Clips that move together are set right where they are farther apart than that. */
const APART_S = 0.04;
const USUAL_RATE = 30;

export interface Loop {
  from: number;
  to: number | null;
}

type Video = HTMLVideoElement | null;

export function useTransport(clips: (Clip | undefined)[]) {
  const videos = useRef<[Video, Video]>([null, null]);
  const [atS, setAtS] = useState<[number, number]>([0, 0]);
  const [isPlaying, setPlaying] = useState(false);
  const [speed, setSpeed] = useState(1);
  const [loop, setLoop] = useState<Loop | null>(null);
  const [one, other] = clips;
  const apart =
    typeof one?.aligned_s === "number" && typeof other?.aligned_s === "number" ? other.aligned_s - one.aligned_s : null;

  const look = useCallback(() => {
    const [a, b] = videos.current;
    setAtS([a?.currentTime ?? 0, b?.currentTime ?? 0]);
  }, []);

  /** Both to where the first one is, or each so much on. */
  const lay = useCallback(() => {
    const [a, b] = videos.current;
    if (a && b && apart !== null && Math.abs(b.currentTime - a.currentTime - apart) > APART_S) {
      b.currentTime = Math.max(0, a.currentTime + apart);
    }
  }, [apart]);
  useEffect(lay, [lay]);

  const attach = useCallback(
    (place: 0 | 1) => (video: Video) => {
      videos.current[place] = video;
    },
    [],
  );
  const both = useCallback((act: (video: HTMLVideoElement) => void) => {
    for (const video of videos.current) if (video?.src) act(video);
  }, []);

  useEffect(() => both((video) => (video.playbackRate = speed)), [both, speed, isPlaying]);

  // What is seen is followed a screen's picture at a time.
  useEffect(() => {
    if (!isPlaying) return;
    let handle = requestAnimationFrame(function follow() {
      const [a, b] = videos.current;
      const lead = a?.src ? a : b;
      if (lead && loop?.to != null && (lead.currentTime >= loop.to || lead.currentTime < loop.from - APART_S)) {
        lead.currentTime = loop.from;
        lay();
      } else if (lead?.ended) {
        setPlaying(false);
      }
      if (a && b && apart !== null && Math.abs(b.currentTime - a.currentTime - apart) > 3 * APART_S) lay();
      look();
      handle = requestAnimationFrame(follow);
    });
    return () => cancelAnimationFrame(handle);
  }, [isPlaying, loop, apart, lay, look]);

  const stop = useCallback(() => {
    both((video) => video.pause());
    lay();
    setPlaying(false);
    look();
  }, [both, lay, look]);
  const play = useCallback(() => {
    lay();
    both((video) => {
      video.playbackRate = speed;
      void video.play().catch(stop);
    });
    setPlaying(true);
  }, [both, lay, speed, stop]);

  /** One picture on, or back. In its middle: at its very edge the one before could be seen. */
  const step = useCallback(
    (by: 1 | -1) => {
      stop();
      videos.current.forEach((video, place) => {
        if (!video?.src) return;
        const rate = clips[place]?.a_second ?? USUAL_RATE;
        const picture = Math.floor(video.currentTime * rate + 1e-6) + by;
        video.currentTime = Math.max(0, Math.min((picture + 0.5) / rate, video.duration || Infinity));
      });
      look();
    },
    [clips, look, stop],
  );

  const go = useCallback(
    (place: number, to: number) => {
      const video = videos.current[place];
      if (!video) return;
      video.currentTime = to;
      const [a, b] = videos.current;
      if (apart !== null && a && b) {
        if (place === 0) b.currentTime = Math.max(0, to + apart);
        else a.currentTime = Math.max(0, to - apart);
      }
      look();
    },
    [apart, look],
  );

  return { videos, attach, atS, look, isPlaying, play, stop, step, go, speed, setSpeed, loop, setLoop };
}

export type Transport = ReturnType<typeof useTransport>;
