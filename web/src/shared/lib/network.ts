/** Whether the server can be reached, as the last question to it has shown. */
import { Followed } from "./followed";
import { ownerName } from "./storage";

interface Network {
  isAway: boolean;
  /** The oldest of what is shown from this device while the server is away, ms since 1970. */
  shownOf: number | null;
}

class Watch extends Followed<Network> {
  constructor() {
    super({ isAway: false, shownOf: null });
  }

  isBack() {
    if (this.state.isAway) this.tell({ isAway: false, shownOf: null });
  }

  isGone(shownOf: number | null) {
    const oldest = Math.min(shownOf ?? Infinity, this.state.shownOf ?? Infinity);
    this.tell({ isAway: true, shownOf: oldest === Infinity ? null : oldest });
  }
}

export const network = new Watch();

/** What a server says that stands before one that cannot be reached. */
export const NOT_THERE = new Set([502, 503, 504]);
/** A hall's network may take everything in and answer nothing. */
const LONGEST_WAIT_MS = 8000;
/** Keeping an answer is nobody's hurry. */
const KEEP_AFTER_MS = 400;

/** Answers that are about to be kept. */
const keeping = new Set<Promise<void>>();

const addressOf = ({ url }: Request) => url.slice(new URL(url).origin.length);

/** Loaded when it is needed: whoever is not signed in keeps nothing. */
const answers = () => import("./answers");

async function keptOf(request: Request): Promise<Response | null> {
  const kept = ownerName() ? await (await answers()).recallAnswer(addressOf(request)) : undefined;
  if (!kept) return null;
  network.isGone(kept.at);
  return new Response(kept.text, { headers: { "Content-Type": "application/json" } });
}

/** What is kept, once the server has not answered for long; where nothing is, there is nothing to do but wait. */
function keptInTime(request: Request, asked: Promise<Response>): Promise<Response> {
  return new Promise((resolve) => {
    const timer = window.setTimeout(() => void keptOf(request).then((kept) => kept && resolve(kept)), LONGEST_WAIT_MS);
    void asked.catch(() => undefined).then(() => window.clearTimeout(timer));
  });
}

function keepLater(request: Request, answer: Response) {
  const owner = ownerName();
  const copy = answer.clone();
  const keep = async () => {
    await new Promise((resolve) => window.setTimeout(resolve, KEEP_AFTER_MS));
    const text = await copy.text();
    // Signed out meanwhile: it is nobody's any more.
    if (ownerName() === owner && owner) await (await answers()).keepAnswer(addressOf(request), text);
  };
  const work = keep()
    .catch(() => undefined)
    .finally(() => keeping.delete(work));
  keeping.add(work);
}

/** Comes when every answer that has come by now is kept. */
export const allKept = () => Promise.all(keeping);

/** Asks the server; what it answered last where it cannot be reached. */
export async function fetchOrRecall(request: Request): Promise<Response> {
  if (request.method !== "GET") return fetch(request);
  const asked = fetch(request);
  try {
    const answer = await Promise.race([asked, keptInTime(request, asked)]);
    if (NOT_THERE.has(answer.status)) return (await keptOf(request)) ?? answer;
    if (answer.url) {
      network.isBack();
      if (answer.ok) keepLater(request, answer);
    }
    return answer;
  } catch (error) {
    if (request.signal.aborted) throw error;
    const kept = await keptOf(request);
    if (kept) return kept;
    network.isGone(null);
    throw error;
  }
}
