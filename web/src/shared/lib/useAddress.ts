import { useSearchParams } from "react-router";

/**
 * What the address says after its question mark, and changing it, without a step in the history unless one is wanted.
 * The address is changed at once, the screen a little later: a second quick change must not undo the first.
 */
export function useAddress() {
  const [address, setAddress] = useSearchParams();
  /** `edit` takes what the address says at this moment, and gives back what it is to say. */
  const change = (edit: (now: URLSearchParams) => URLSearchParams | Record<string, string>, isStep = false) =>
    setAddress(edit(new URLSearchParams(window.location.search)), { replace: !isStep });
  return { address, change };
}
