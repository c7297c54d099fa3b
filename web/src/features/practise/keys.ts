/** The keys of the court screen; a presenter's clicker sends PageUp and PageDown. */
export type Action = "make" | "miss" | "point" | "let" | "undo" | "pause" | "mute" | "next" | "help" | "back";

const KEYS: Record<string, Action> = {
  " ": "make",
  Enter: "make",
  ArrowRight: "make",
  PageDown: "make",
  x: "miss",
  ArrowLeft: "miss",
  PageUp: "miss",
  // The button with which a presenter blanks the screen.
  b: "point",
  ".": "point",
  Backspace: "back",
  l: "let",
  u: "undo",
  p: "pause",
  m: "mute",
  n: "next",
  "?": "help",
};

/** For the list of keys, in the order in which they matter. */
export const KEY_HELP: [string, string][] = [
  ["Space, Enter, → or PageDown", "Make"],
  ["X, ← or PageUp", "Miss"],
  ["B or . (the blank button)", "Point at the next zone or at one pin fewer; a make then counts that"],
  ["1 to 9", "The zone, the pins, the mark or the reason of that number; the digits of a number to enter"],
  ["U", "Undo, as far back as you like"],
  ["L", "Let: does not count"],
  ["P", "Pause and go on"],
  ["M", "Sounds off and on"],
  ["N", "On to what comes next, once the run is over"],
  ["?", "These keys"],
];

/** Keys that would press whatever control has the focus are left to that control. */
function isForControl(event: KeyboardEvent): boolean {
  const focused = document.activeElement;
  const isControl =
    focused instanceof HTMLElement && focused.matches("button, a, input, textarea, select, [role=slider]");
  return isControl && (event.key === " " || event.key === "Enter" || focused.matches("input, textarea, [role=slider]"));
}

export function readKey(event: KeyboardEvent): Action | null {
  if (event.repeat || event.ctrlKey || event.metaKey || event.altKey || isForControl(event)) return null;
  return KEYS[event.key.length === 1 ? event.key.toLowerCase() : event.key] ?? null;
}

/** The digit that was pressed, for zones, pins and marks; null for every other key. */
export function readDigit(event: KeyboardEvent): string | null {
  const isPlain = !event.repeat && !event.ctrlKey && !event.metaKey && !event.altKey && !isForControl(event);
  return isPlain && /^[0-9]$/.test(event.key) ? event.key : null;
}
