/** A page that is not seen draws nothing. */
const LONGEST_MS = 60;

/** Calls once what has changed by now is on the screen, or after a moment where nothing is drawn. */
export function afterDrawing(call: () => void): void {
  let isCalled = false;
  const once = () => {
    if (isCalled) return;
    isCalled = true;
    window.clearTimeout(timer);
    call();
  };
  const timer = window.setTimeout(once, LONGEST_MS);
  requestAnimationFrame(() => window.setTimeout(once));
}
