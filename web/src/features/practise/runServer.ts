/** The server's side of one run: what is sent to it, and how it stands there. */
import { api, unwrap } from "../../api/client";
import { readEvents, recordEvents, type NewEvent, type Recorded, type Run } from "../../api/queries";

export interface RunServer {
  record: (events: NewEvent[]) => Promise<Recorded>;
  /** The run as the server has it, with the ids of its events. */
  reload: () => Promise<{ run: Run; known: Set<string> }>;
}

/** Refusals which say that another screen has counted on this run meanwhile. */
export const OVERTAKEN = new Set(["seq_taken", "time_goes_backwards", "event_id_reused"]);
export const MOST_A_BATCH = 200;
const LONGEST_PAGE = 1000;

export function serverOf(runId: string): RunServer {
  const params = { path: { run_id: runId } };
  return {
    record: (events) => recordEvents(runId, events),
    reload: async () => {
      const run = await unwrap(api.GET("/api/runs/{run_id}/", { params }));
      const known = new Set<string>();
      for (let from: number | null = 0; from !== null;) {
        const page: Awaited<ReturnType<typeof readEvents>> = await readEvents(runId, from, LONGEST_PAGE);
        page.events.forEach((event) => known.add(event.id));
        from = page.next;
      }
      return { run, known };
    },
  };
}

/** What of the waiting events the server does not have yet, numbered and timed behind what it has. */
export function behind(waiting: NewEvent[], { run, known }: { run: Run; known: Set<string> }, nowMs: number) {
  const left = waiting.filter((event) => !known.has(event.id));
  // Far enough behind the other screen's last press not to be taken for a double tap of it.
  const lagMs = Math.max(0, run.last_at_ms + run.double_tap_ms - (left[0]?.at_ms ?? nowMs));
  return {
    lagMs,
    events: left.map((event, place) => ({ ...event, seq: run.last_seq + 1 + place, at_ms: event.at_ms + lagMs })),
  };
}
