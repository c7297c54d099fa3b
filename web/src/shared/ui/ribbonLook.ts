/** How a part of a block looks on a ribbon: every kind has a colour and a word, and the weaker side one of its own. */
import type { Schemas } from "../../api/client";
import { tape } from "./tape";

type Looked = Pick<Schemas["Part"], "kind" | "title" | "is_weaker">;

const LOOKS = {
  warm_up: { ground: tape.mustard, ink: tape.ink, word: "Warm-up" },
  challenge: { ground: tape.teal, ink: "#ffffff", word: "" },
  partner: { ground: tape.timberDark, ink: "#ffffff", word: "" },
  for_two: { ground: tape.timberDark, ink: "#ffffff", word: "" },
  timed: { ground: "#2f5d8c", ink: "#ffffff", word: "" },
  checklist: { ground: "#2f5d8c", ink: "#ffffff", word: "" },
  rest: { ground: "#efe8d8", ink: tape.ink, word: "" },
  free_play: { ground: "#8a6100", ink: "#ffffff", word: "" },
  write_down: { ground: "#d9cfbb", ink: tape.ink, word: "" },
  cool_down: { ground: "#d9cfbb", ink: tape.ink, word: "Cool down" },
};

export function ribbonLook({ kind, title, is_weaker: isWeaker }: Looked) {
  const look = LOOKS[kind];
  const word = look.word || (title.split(":")[0] ?? title);
  return isWeaker ? { ground: tape.plum, ink: "#ffffff", word } : { ...look, word };
}
