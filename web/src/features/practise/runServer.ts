/** The server's side of one run: what is sent to it, and how it stands there. */
import { api, unwrap } from "../../api/client";
import { readEvents, recordEvents, type NewEvent, type Recorded, type Run } from "../../api/queries";

export interface RunServer {
  /** Those that do not fit, because another device was faster, go behind what is stored. */
  record: (events: NewEvent[]) => Promise<Recorded>;
  run: () => Promise<Run>;
  /** Every event of the run, in order. */
  events: () => Promise<NewEvent[]>;
}

export const MOST_A_BATCH = 400;
const LONGEST_PAGE = 1000;

export function serverOf(runId: string): RunServer {
  const params = { path: { run_id: runId } };
  return {
    record: (events) => recordEvents(runId, events),
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
