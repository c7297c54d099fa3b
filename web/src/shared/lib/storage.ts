/**
 * A small store on this device that never throws: private windows and full disks are the browser's business.
 *
 * Everything is kept under the name of the athlete who is signed in, so that the next one on this device finds none of
 * it, and it is forgotten at sign-out.
 */
let owner = "";

/** Who is signed in. This device remembers it for when the server cannot be asked; nobody's name is empty. */
export function setOwner(name: string): void {
  if (owner === name) return;
  owner = name;
  if (name) onDevice.keep("owner", name);
  else onDevice.forget("owner");
}

export const ownerName = () => owner;

const keyOf = (key: string) => `jolly.${owner}.${key}`;

function storeUnder(nameOf: (key: string) => string) {
  return {
    keep: (key: string, value: unknown): void => {
      try {
        localStorage.setItem(nameOf(key), JSON.stringify(value));
      } catch {
        // Nothing to do: what matters is on the server, this is only for coming back to the same moment.
      }
    },
    recall: (key: string): unknown => {
      try {
        return JSON.parse(localStorage.getItem(nameOf(key)) ?? "null");
      } catch {
        return null;
      }
    },
    forget: (key: string): void => {
      try {
        localStorage.removeItem(nameOf(key));
      } catch {
        // As above.
      }
    },
  };
}

export const { keep, recall, forget } = storeUnder(keyOf);

/** The same for what belongs to this device and to nobody who is signed in; no name holds a star. */
export const onDevice = storeUnder((key) => `jolly.*.${key}`);

const remembered = onDevice.recall("owner");
owner = typeof remembered === "string" ? remembered : "";

/** Forgets all that is kept for the athlete who is signed in. */
export function forgetAll(): void {
  try {
    const own = Object.keys(localStorage).filter((key) => key.startsWith(keyOf("")));
    own.forEach((key) => localStorage.removeItem(key));
  } catch {
    // As above.
  }
}
