/** The server, typed from its own schema. Every refusal becomes a ProblemError. */
import createClient, { type Middleware } from "openapi-fetch";

import { fetchOrRecall, NOT_THERE } from "../shared/lib/network";
import { makeUuid } from "../shared/lib/uuid";
import type { paths as AccountPaths } from "./account.gen";
import type { components, paths } from "./schema.gen";

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

function readCookie(name: string): string | undefined {
  return document.cookie
    .split("; ")
    .find((part) => part.startsWith(`${name}=`))
    ?.slice(name.length + 1);
}

/** Django wants its token back with every change; asking for the account's config is what hands it out. */
async function csrfToken(): Promise<string> {
  if (!readCookie("csrftoken")) await fetch("/_allauth/browser/v1/config");
  return readCookie("csrftoken") ?? "";
}

const csrf: Middleware = {
  async onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", await csrfToken());
  },
};

/** Every change has a name of its own: sent again, by a retry or a lost answer, it is not done again. */
const onceOnly: Middleware = {
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("Idempotency-Key", makeUuid());
  },
};

/** A change as it is kept where no server can be reached. */
export interface RawChange {
  method: string;
  address: string;
  body: object;
  key: string;
}

/** Sends a change that was kept; throws a ProblemError for a refusal. */
export async function sendChange({ method, address, body, key }: RawChange): Promise<unknown> {
  const headers = { "Content-Type": "application/json", "X-CSRFToken": await csrfToken(), "Idempotency-Key": key };
  const response = await fetch(address, { method, headers, body: JSON.stringify(body) });
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) throw new ProblemError(response.status, asProblem(answer));
  return answer;
}

/** Whether a request failed because nobody was there to answer, and not because it was refused. */
export const isUnreachable = (error: unknown) => !(error instanceof ProblemError) || NOT_THERE.has(error.status);

export const api = createClient<paths>({ baseUrl: "/", fetch: fetchOrRecall });
export const account = createClient<AccountPaths>({ baseUrl: "/" });
api.use(csrf, onceOnly);
account.use(csrf);

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

function asProblem(error: unknown): Problem | null {
  return typeof error === "object" && error !== null && "detail" in error ? (error as Problem) : null;
}

/** The data of an answer; throws a ProblemError for a refusal. */
export async function unwrap<T>(promise: Promise<Answer<T>>): Promise<T> {
  const { data, error, response } = await promise;
  if (!response.ok) throw new ProblemError(response.status, asProblem(error));
  return data as T;
}
