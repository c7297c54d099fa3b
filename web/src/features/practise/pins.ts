/** Pads that are numbers: pins, and marks. */
import type { Schemas } from "../../api/client";

const NUMBER = /^\d+$/;

export const isNumber = (text: string) => NUMBER.test(text);

/** Whether pads are pins: numbers from none up, and nothing else. */
export const arePins = (pads: Schemas["Pad"][]) => pads[0]?.text === "0" && pads.every((pad) => isNumber(pad.word) && pad.beside === "");
