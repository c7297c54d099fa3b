import { useSearchParams } from "react-router";

/**
 * What the address says after its question mark, and changing it without a step in the history.
 * The address is changed at once, the screen a little later: a second quick change must not undo the first.
 */
export function useAddress() {
  const [address, setAddress] = useSearchParams();
  const change = (edit: (address: URLSearchParams) => void) => {
    const now = new URLSearchParams(window.location.search);
    edit(now);
    setAddress(now, { replace: true });
  };
  return { address, change };
}
