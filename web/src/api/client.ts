import createClient from "openapi-fetch";
import { routed } from "../phone/route";
import { formToken } from "./asked";
import { setAway } from "./away";
import { compareClocks, sayWho } from "./phone";
import type { paths } from "./schema.gen";
import type { Problem } from "./schemas";

export { newId } from "./keys";

export type { Problem, Schemas } from "./schemas";

const AWAY = 503;

/** What the server refused, or that it could not be reached. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problems: readonly Problem[],
  ) {
    super(problems.map((problem) => `${problem.why} ${problem.accepts}`).join(" "));
  }
}

const UNREACHED: Problem = {
  field: "",
  code: "unreached",
  typed: "",
  why: "The server could not be reached.",
  accepts: "What you typed is kept here; try again when there is a signal.",
  offers: [],
};

const BROKEN: Problem = {
  ...UNREACHED,
  code: "broken",
  why: "The server failed.",
  accepts: "What you typed is kept here; try again.",
};

export const api = createClient<paths>({
  baseUrl: "/",
  credentials: "same-origin",
  fetch: routed,
});

api.use({
  async onRequest({ request }) {
    await sayWho(request);
    const token = formToken();
    if (token && request.method !== "GET") request.headers.set("X-CSRFToken", token);
    return request;
  },
  onResponse({ request, response }) {
    compareClocks(request, response);
  },
});

type Answer<Body> = { data?: Body; error?: unknown; response: Response };

/** Return the body of an answer, or throw what was refused. */
export async function told<Body>(call: Promise<Answer<Body>>): Promise<Body> {
  let answer: Answer<Body>;
  try {
    answer = await call;
  } catch {
    throw new Refused(0, [UNREACHED]);
  }
  setAway(answer.response.status === AWAY);
  if (answer.data !== undefined) return answer.data;
  throw new Refused(answer.response.status, problemsIn(answer.error));
}

function problemsIn(body: unknown): readonly Problem[] {
  if (typeof body === "object" && body !== null && "errors" in body && Array.isArray(body.errors))
    return body.errors as Problem[];
  return [BROKEN];
}

const FAILED: readonly Problem[] = [BROKEN];
const NOTHING: readonly Problem[] = [];

/** Return the refusals of a failed call, none where there was no failure. */
export function problemsOf(error: unknown): readonly Problem[] {
  if (error instanceof Refused) return error.problems;
  return error ? FAILED : NOTHING;
}

/** A form with a file in it, as the server takes one; what is not said is left out. */
export function asForm(body: object): FormData {
  const form = new FormData();
  for (const [name, value] of Object.entries(body) as [string, unknown][])
    if (value instanceof File) form.append(name, value);
    else if (typeof value === "string") form.append(name, value);
  return form;
}

/** A file where the described API says text. */
export function sent(file: File): string {
  return file as unknown as string;
}
