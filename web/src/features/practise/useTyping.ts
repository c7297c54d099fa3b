/** A number being typed, digit by digit, until it is entered. */
import { useState } from "react";

import type { Tally } from "../../api/queries";

const LONGEST = 4;

export interface Typing {
  typed: string;
  type: (digit: string) => void;
  back: () => void;
  /** Enters what was typed; says whether there was anything. */
  enter: () => boolean;
}

export function useTyping({ face }: Tally, onEnter: (number: string) => void): Typing {
  const [typed, setTyped] = useState("");
  return {
    typed,
    type: (digit) => {
      if (face === "typed") setTyped((before) => `${before}${digit}`.slice(-LONGEST));
    },
    back: () => setTyped((before) => before.slice(0, -1)),
    enter: () => {
      if (typed === "") return false;
      onEnter(String(Number(typed)));
      setTyped("");
      return true;
    },
  };
}
