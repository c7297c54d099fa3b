/** A file of the athlete's own that is looked at where it is: its address on this device, and what it is known by. */
import { tape } from "../../shared/ui/tape";
import type { Clip } from "./filmNotes";

/** How many pictures cameras take in a second. */
export const USUAL_RATES = [24, 25, 30, 50, 60, 120, 240];
const NEAR = 0.06;
const FEWEST_PICTURES = 6;
/** By asking for a moment behind its end a browser learns how long a file is that does not say. */
const BEHIND_S = 1e7;

export const clipOf = (file: File): Clip => ({
  name: file.name,
  bytes: file.size,
  changed_ms: file.lastModified,
  a_second: null,
  aligned_s: null,
  is_mirrored: false,
});

export const isSameFile = (file: File, clip: Clip) =>
  file.name === clip.name && file.size === clip.bytes && file.lastModified === clip.changed_ms;

/** Comes when the length of a clip is known; recordings of browsers do not say theirs. */
export function whenMeasured(video: HTMLVideoElement): Promise<void> {
  if (Number.isFinite(video.duration)) return Promise.resolve();
  return new Promise((resolve) => {
    video.addEventListener(
      "seeked",
      () => {
        video.currentTime = 0;
        resolve();
      },
      { once: true },
    );
    video.currentTime = BEHIND_S;
  });
}

/** Measures how many pictures a clip has in a second, while it plays; told once. */
export function measureRate(video: HTMLVideoElement, tell: (aSecond: number) => void): () => void {
  if (!("requestVideoFrameCallback" in video)) return () => undefined;
  const gaps: number[] = [];
  let before: number | null = null;
  let handle = video.requestVideoFrameCallback(function look(_now, { mediaTime }) {
    // One that was left out, or shown twice, tells nothing.
    if (before !== null && mediaTime > before) gaps.push(mediaTime - before);
    before = mediaTime;
    if (gaps.length < FEWEST_PICTURES) {
      handle = video.requestVideoFrameCallback(look);
      return;
    }
    const middle = 1 / (gaps.sort((a, b) => a - b)[Math.floor(gaps.length / 2)] ?? 1);
    tell(USUAL_RATES.find((rate) => Math.abs(rate - middle) < NEAR * rate) ?? Math.round(middle * 10) / 10);
  });
  return () => video.cancelVideoFrameCallback(handle);
}

/** Saves a picture of a clip as it is seen, with what is drawn on it. */
export async function saveStill(video: HTMLVideoElement, drawing: SVGSVGElement | null, isMirrored: boolean) {
  const canvas = document.createElement("canvas");
  canvas.width = video.videoWidth;
  canvas.height = video.videoHeight;
  const context = canvas.getContext("2d");
  if (!context) return;
  if (isMirrored) context.setTransform(-1, 0, 0, 1, canvas.width, 0);
  context.drawImage(video, 0, 0);
  const width = Math.max(2, canvas.height / 150);
  context.font = `700 ${Math.round(canvas.height * 0.06)}px sans-serif`;
  for (const line of drawing?.querySelectorAll<SVGPolylineElement>("polyline[data-kept]") ?? []) {
    const path = new Path2D();
    for (const { x, y } of line.points) path.lineTo(x * canvas.height, y * canvas.height);
    const { x, y } = line.points[1] ?? { x: 0, y: 0 };
    const across = (isMirrored ? canvas.width - x * canvas.height : x * canvas.height) + canvas.height * 0.02;
    const words = [line.dataset["kept"] ?? "", across, (y - 0.02) * canvas.height] as const;
    const colour = line.getAttribute("stroke") ?? "";
    context.fillStyle = colour;
    // First its dark edge, then the line itself.
    for (const [stroke, wide] of [
      [tape.ink, 2 * width],
      [colour, width],
    ] as const) {
      context.strokeStyle = stroke;
      context.lineWidth = wide;
      context.stroke(path);
    }
    context.save();
    context.resetTransform();
    context.strokeStyle = tape.ink;
    context.lineWidth = 2 * width;
    context.strokeText(...words);
    context.fillText(...words);
    context.restore();
  }
  const picture = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, "image/png"));
  if (!picture) return;
  const link = document.createElement("a");
  link.href = URL.createObjectURL(picture);
  link.download = `still-${video.currentTime.toFixed(2)}s.png`;
  link.click();
  window.setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}
