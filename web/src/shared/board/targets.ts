import type { Zone } from "../../api/setup";

/** What counts by itself, in its order: what balls are counted by, and what a pattern is made of. */
export const targetsOf = (zones: Zone[]) => zones.filter(({ counts = "alone" }) => counts === "alone");

/** Their names, as far as they have one yet. */
export const targetNames = (zones: Zone[]) =>
  targetsOf(zones)
    .map(({ name }) => name)
    .filter((name) => name !== "");
