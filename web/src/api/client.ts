/** The server, typed from its own schema. Every refusal becomes a ProblemError. */
import createClient, { type Middleware } from "openapi-fetch";

import { fetchOrRecall, NOT_THERE } from "../shared/lib/network";
import { makeUuid } from "../shared/lib/uuid";
import type { paths as AccountPaths } from "./account.gen";
import type { paths } from "./schema.gen";
import { asProblem, csrfToken, ProblemError } from "./sending";

export { ProblemError, type Problem, type Schemas } from "./sending";

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

/** The data of an answer; throws a ProblemError for a refusal. */
export async function unwrap<T>(promise: Promise<Answer<T>>): Promise<T> {
  const { data, error, response } = await promise;
  if (!response.ok) throw new ProblemError(response.status, asProblem(error));
  return data as T;
}

/** A file as the body of a request, sent as it is. */
export const fileBody = (file: File, type: string) => ({
  body: file as unknown as string,
  bodySerializer: () => file,
  headers: { "Content-Type": type },
});
