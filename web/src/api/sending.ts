/** Changes as the server takes them, without screens around them: the service worker sends as well. */
import { makeUuid } from "../shared/lib/uuid";
import type { components } from "./schema.gen";

export type Schemas = components["schemas"];
export type Problem = Schemas["Problem"];

export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem | null,
  ) {
    super(problem?.detail ?? "The server gave no answer that we understand.");
  }

  /** What is wrong with one field of a form, if anything; `way` leads to a field within others. */
  field(...way: (string | number)[]): string | undefined {
    return this.problem?.errors.find(({ loc }) => way.every((step, place) => loc[place] === step))?.msg;
  }
}

async function readCookie(name: string): Promise<string | undefined> {
  // A service worker has no document, and only where there are service workers is there a store of cookies for sure.
  if (typeof document === "undefined") return (await cookieStore.get(name))?.value;
  return document.cookie
    .split("; ")
    .find((part) => part.startsWith(`${name}=`))
    ?.slice(name.length + 1);
}

/** Django wants its token back with every change; asking for the account's config is what hands it out. */
export async function csrfToken(): Promise<string> {
  if (!(await readCookie("csrftoken"))) await fetch("/_allauth/browser/v1/config");
  return (await readCookie("csrftoken")) ?? "";
}

export function asProblem(error: unknown): Problem | null {
  return typeof error === "object" && error !== null && "detail" in error ? (error as Problem) : null;
}

/** A change as it is kept where no server can be reached. */
export interface RawChange {
  method: string;
  address: string;
  body: object;
  key: string;
}

/** Sends a change that was kept; throws a ProblemError for a refusal. */
export async function sendChange<T>({ method, address, body, key }: RawChange): Promise<T> {
  const headers = { "Content-Type": "application/json", "X-CSRFToken": await csrfToken(), "Idempotency-Key": key };
  const response = await fetch(address, { method, headers, body: JSON.stringify(body) });
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) throw new ProblemError(response.status, asProblem(answer));
  return answer as T;
}

export type NewEvent = Schemas["NewEventRequest"];
export type Recorded = Schemas["Recorded"];

/** Events that do not fit, because another device was faster, go behind what is stored. */
export function recordEvents(runId: string, events: NewEvent[]): Promise<Recorded> {
  const body = { events, merges: true };
  return sendChange({ method: "POST", address: `/api/runs/${runId}/events/`, body, key: makeUuid() });
}
