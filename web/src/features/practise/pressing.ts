/** A pad counts on the way down, not on the way up: that is what feels instant. */
import type { MouseEvent, PointerEvent } from "react";

export function pressing(press: () => void) {
  return {
    onPointerDown: (event: PointerEvent) => {
      event.preventDefault(); // Keeps the focus, and with it the keys, where it was.
      if (event.button === 0) press();
    },
    // A click without a pointer comes from a keyboard or a screen reader.
    onClick: (event: MouseEvent) => {
      if (event.detail === 0) press();
    },
  };
}
