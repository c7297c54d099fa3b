/** What the two screens of a pairing say to each other over the wire. */
import type { HandPress } from "../../../api/pairing";
import type { Distance, Result, Tally } from "../../../api/queries";

/** How the run stands on the court. */
export interface Shown {
  run: string;
  tally: Tally;
  result: Result;
  distance: Distance;
  /** The run's clock: when the tally held, and now. */
  atMs: number;
  nowMs: number;
  /** Whether presses count: not before the start, and not after the court was loaded anew. */
  isPlaying: boolean;
  /** Whether it rests, and presses wait until that is over. */
  isResting: boolean;
}

export interface FromCourt {
  taken?: number;
  shown?: Shown;
  isEnded?: boolean;
}

export interface FromHand {
  presses: HandPress[];
}
