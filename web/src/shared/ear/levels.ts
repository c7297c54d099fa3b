/** Levels on their way from where they are made to the rules, and to the drawing. */

export interface Levels {
  /** Hop after hop, all bands of each. */
  codes: Uint16Array;
  bands: number;
}

/** As the rules take them: a character a level. */
export function asText({ codes }: Levels): string {
  let text = "";
  for (let at = 0; at < codes.length; at += 8192) text += String.fromCharCode(...codes.subarray(at, at + 8192));
  return text;
}

/** So many hops make a column of the drawing: 25 ms. */
const HOPS_A_COLUMN = 5;
export const COLUMN_MS = 25;
const CODES_A_DB = 100;

/** How loud it was, column by column: the loudest band in dB above the lowest level. */
export class Loudness {
  private columns: number[] = [];
  private left: number[] = [];

  add({ codes, bands }: Levels) {
    for (let hop = 0; hop < codes.length; hop += bands) {
      let loudest = 0;
      for (let band = 0; band < bands; band += 1) loudest = Math.max(loudest, codes[hop + band] ?? 0);
      this.left.push(loudest);
      if (this.left.length === HOPS_A_COLUMN)
        this.columns.push(Math.round(Math.max(...this.left.splice(0)) / CODES_A_DB));
    }
  }

  get all(): Uint8Array {
    return Uint8Array.from(this.columns);
  }
}
