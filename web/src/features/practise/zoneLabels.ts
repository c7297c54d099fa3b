/** Where the names of zones stand on the court: inside their zone, or at the side with a line to it. Never in another. */
import type { Surface, Zone } from "../../api/setup";
import { boxOf } from "../../shared/board/geometry";
import { shapeOf } from "../../shared/board/shapes";
import type { View } from "../../shared/board/view";

/** A letter is about so wide as it is high. */
const WIDE = 0.58;
const LEAST_LETTERS = 13;
const LINE = 1.15;
const ROW_PX = 44;

export interface Placed {
  zone: Zone;
  /** From 1: the key that presses it. */
  number: number;
  left: number;
  top: number;
  width: number;
  height: number;
  /** Its words in lines, as they fit inside; none where they stand at the side. */
  lines: string[];
  letters: number;
  /** Where its row at the side is, if it has one. */
  sideY: number | null;
}

/** The words in as few lines as the width allows, or none where a word alone is too wide. */
function wrap(words: string, width: number, letters: number): string[] | null {
  const most = Math.floor(width / (letters * WIDE));
  const lines: string[] = [];
  for (const word of words.split(" ")) {
    if (word.length > most) return null;
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= most) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/** The largest letters in which the words fit into a box; null where they would be too small to read. */
function fit(words: string, width: number, height: number, most: number): { lines: string[]; letters: number } | null {
  for (let letters = most; letters >= LEAST_LETTERS; letters -= 1) {
    const lines = wrap(words, width - 8, letters);
    if (lines && lines.length * letters * LINE <= height - 6) return { lines, letters };
  }
  return null;
}

/** Each zone with its words placed; ``sideTop`` is where rows at the side may begin. */
export function placeLabels(
  zones: Zone[],
  surface: Surface,
  view: View,
  wordsOf: (zone: Zone) => string,
  letters: number,
  height: number,
): Placed[] {
  const placed = zones.map((zone, index) => {
    const box = boxOf(zone, surface);
    const [left, top] = [view.x(box.left), view.y(box.top)];
    const [width, tall] = [view.x(box.right) - left, view.y(box.bottom) - top];
    const { room } = shapeOf(zone.shape.kind);
    const inside = room && fit(`${index + 1} ${wordsOf(zone)}`, width * room.x, tall * room.y, letters);
    return {
      zone,
      number: index + 1,
      left,
      top,
      width,
      height: tall,
      lines: inside?.lines ?? [],
      letters: inside?.letters ?? LEAST_LETTERS,
      sideY: null as number | null,
    };
  });
  const beside = placed
    .filter(({ lines }) => lines.length === 0)
    .sort((one, other) => one.top + one.height / 2 - (other.top + other.height / 2));
  const apart = Math.min(ROW_PX + 8, beside.length > 0 ? height / beside.length : 0);
  let next = Math.max(0, (height - apart * beside.length) / 2);
  for (const each of beside) {
    each.sideY = next + apart / 2;
    next += apart;
  }
  return placed;
}
