/** The server's side of one run: what is sent to it, and how it stands there. */
import { api, unwrap } from "../../api/client";
import { readEvents, recordEvents, type NewEvent, type Recorded, type Run } from "../../api/queries";
import { sendChanges } from "./sweep";

export interface RunServer {
  /** Those that do not fit, because another device was faster, go behind what is stored. */
  record: (events: NewEvent[]) => Promise<Recorded>;
  run: () => Promise<Run>;
  /** Every event of the run, in order. */
  events: () => Promise<NewEvent[]>;
}

const LONGEST_PAGE = 1000;

export function serverOf(runId: string): RunServer {
  const params = { path: { run_id: runId } };
  return {
    record: async (events) => {
      // Begun where no server could be reached, a run is made known before its presses.
      await sendChanges();
      return recordEvents(runId, events);
    },
    run: () => unwrap(api.GET("/api/runs/{run_id}/", { params })),
    events: async () => {
      const events: NewEvent[] = [];
      for (let from: number | null = 0; from !== null;) {
        const page: Awaited<ReturnType<typeof readEvents>> = await readEvents(runId, from, LONGEST_PAGE);
        events.push(...page.events);
        from = page.next;
      }
      return events;
    },
  };
}
