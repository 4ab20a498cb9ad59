import type { Answered } from "../../phone/boot.mjs";
import { isOnlyAsked } from "../api/asked";
import { asAsked, asResponse } from "./envelope";
import { letGo, waitingOf } from "./held";
import { Python, type State } from "./python";

/**
 * Practice: a server in a worker of its own, with nobody's jobs and without a line.
 *
 * What is done is kept on this device, to be done again after a reload; it is sent to nobody.
 */

/** Who practices; nobody else has that key. */
const SOMEBODY = 2_000_000_000;
/** What a phone answers where only the server could; a practice site has none. */
const NEEDS_A_SERVER = 503;
const NOT_HERE: Answered = {
  status: 404,
  headers: { "Content-Type": "application/json" },
  body: JSON.stringify({
    errors: [
      {
        field: "",
        code: "not-in-practice",
        typed: "",
        why: "A practice site has no office: people, papers and files are a real crew's.",
        accepts: "Do it on a job of your own.",
        offers: [],
      },
    ],
  }),
};

const listeners = new Set<() => void>();
const site = new Python(() => listeners.forEach((tell) => tell()));

export const practiceState = (): State => site.state;

/** Call back with every change of whether the site is ready. */
export function onPractice(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

/** Answer a request of practice, with what was done before in this page or another one. */
export async function byPractice(request: Request): Promise<Response> {
  if (site.state === "off" || site.state === "failed") void begin();
  const asked = await asAsked(request);
  if (request.method === "GET" || isOnlyAsked(new URL(request.url).pathname))
    return told(await site.answerOf(asked));
  const waiting = {
    id: request.headers.get("X-Record") ?? "",
    ...asked,
    at: Date.now(),
    standing: "waiting" as const,
    problems: [],
  };
  const { answered } = await site.ask({ name: "record", asked, waiting });
  if (!answered) throw new Error("The site did not answer.");
  return told(answered);
}

const told = (answered: Answered): Response =>
  asResponse(answered.status === NEEDS_A_SERVER ? NOT_HERE : answered);

async function begin(): Promise<void> {
  await site.begin({ person: SOMEBODY }).catch(() => undefined);
}

/** Throw away all that was done in practice on this device. */
export async function throwAway(): Promise<void> {
  for (const { seq } of await waitingOf(SOMEBODY)) await letGo(seq);
}
