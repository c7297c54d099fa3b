import { useState } from "react";

import { keep, recall } from "../../shared/lib/storage";

const KEY = "block-plays-itself";

/** Whether a block goes on by itself on this device: its clocks start and what is over makes way for what comes next. */
export function usePlaysItself() {
  const [playsItself, setPlaysItself] = useState(() => recall(KEY) === true);
  const set = (does: boolean) => {
    keep(KEY, does);
    setPlaysItself(does);
  };
  return { playsItself, set };
}
