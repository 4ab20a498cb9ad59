import type { Problem } from "../api/schemas";
import { formToken } from "../api/asked";
import { type Numbered, letGo, sentNow, stand, waitingOf } from "./held";
import { lineNow, onLine, overTheLine } from "./line";
import { askPhone } from "./phone";

/**
 * Sends what was recorded here, in its order and unchanged, one page at a time. What the server
 * refuses stays here with its words; nothing but what rests on it waits for it.
 */

const LIMIT = 20_000;
const PAUSES = [1_000, 2_000, 5_000, 10_000, 20_000] as const;
const [SIGNED_OUT, TOO_MANY, BROKEN, AWAY] = [401, 429, 500, 503];
const MOST_TRIES = 3;

type Sending = {
  person: number;
  /** Something was sent. */
  afterwards: () => void;
  /** Another page of this phone recorded or sent something. */
  elsewhere: () => void;
};

let sending: Sending | undefined;
let timer: ReturnType<typeof setTimeout> | undefined;
let failures = 0;
/** How often the server failed at a record, by its place in the row. */
const broken = new Map<number, number>();
let isSignedOut = false;
let recordedAt = 0;
let waiting: readonly Numbered[] = [];
const listeners = new Set<() => void>();
const channel = "BroadcastChannel" in globalThis ? new BroadcastChannel("yp-outbox") : undefined;

/** What is on its way or was refused, oldest first. */
export const outbox = (): readonly Numbered[] => waiting;
/** When something was recorded here last, by this phone's clock. */
export const lastRecord = (): number => recordedAt;
export const isToSignIn = (): boolean => isSignedOut;

export function onOutbox(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

/** Look again at what lies here, and tell who shows it. */
export async function lookAgain(): Promise<void> {
  waiting = sending ? await waitingOf(sending.person) : [];
  listeners.forEach((tell) => tell());
}

/** Send for a person from now on; nobody else's records are touched. */
export async function sendFor(now: Sending | undefined): Promise<void> {
  sending = now;
  isSignedOut = false;
  failures = 0;
  clearTimeout(timer);
  await lookAgain();
  if (now) void pass();
}

/** Something was recorded: send it, now where there is a line. */
export function kick(isRecord = false): void {
  if (isRecord) recordedAt = Date.now();
  channel?.postMessage("changed");
  clearTimeout(timer);
  timer = setTimeout(() => void pass(), 0);
}

channel?.addEventListener("message", () => {
  void lookAgain();
  sending?.elsewhere();
});
window.addEventListener("online", () => kick());
onLine(() => lineNow() === "good" && kick());

let isPassing = false;

/** One pass over what waits; where the line fails, another one later. */
async function pass(): Promise<void> {
  if (isPassing) return;
  isPassing = true;
  try {
    await navigator.locks.request("yp-send", () => sendAll());
  } catch {
    later();
  } finally {
    isPassing = false;
  }
  if (waiting.some((one) => one.standing === "waiting") && failures === 0) kick();
}

async function sendAll(): Promise<void> {
  const own = sending;
  if (!own) return;
  await lookAgain();
  let sent = 0;
  for (;;) {
    const next = (await waitingOf(own.person)).find((one) => one.standing === "waiting");
    if (!next || own !== sending) break;
    const went = await send(next);
    if (went === "later") {
      later();
      break;
    }
    failures = 0;
    sent += 1;
    await lookAgain();
    channel?.postMessage("changed");
  }
  if (sent > 0) own.afterwards();
}

function later(): void {
  const pause = PAUSES[Math.min(failures, PAUSES.length - 1)] ?? 1_000;
  failures += 1;
  clearTimeout(timer);
  timer = setTimeout(() => void pass(), pause);
  listeners.forEach((tell) => tell());
}

type Went = "sent" | "refused" | "later";

async function send(one: Numbered): Promise<Went> {
  let answer: Response;
  try {
    answer = await overTheLine(asRequest(one), LIMIT);
  } catch {
    return "later";
  }
  const { status } = answer;
  if (status < 300) {
    isSignedOut = false;
    await stand(one.seq, { standing: "sent", problems: [] });
    return "sent";
  }
  isSignedOut = status === SIGNED_OUT;
  const isForLater = isSignedOut || status === TOO_MANY || status === AWAY;
  if (isForLater || (status >= BROKEN && isWorthAnother(one.seq))) return "later";
  await stand(one.seq, { standing: "refused", problems: await problemsOf(answer) });
  return "refused";
}

/** Whether a record the server failed at is tried again: it may be a fault that passes. */
function isWorthAnother(seq: number): boolean {
  const tries = (broken.get(seq) ?? 0) + 1;
  broken.set(seq, tries);
  return tries < MOST_TRIES;
}

function asRequest({ method, path, headers, body }: Numbered): Request {
  const token = formToken();
  return new Request(path, {
    method,
    body,
    credentials: "same-origin",
    headers: { ...headers, ...sentNow(), ...(token ? { "X-CSRFToken": token } : {}) },
  });
}

const FAILED: Problem = {
  field: "",
  code: "broken",
  typed: "",
  why: "The server failed.",
  accepts: "Send it again later; it is kept here.",
  offers: [],
};

async function problemsOf(answer: Response): Promise<readonly Problem[]> {
  try {
    const { errors } = (await answer.json()) as { errors?: Problem[] };
    return errors?.length ? errors : [FAILED];
  } catch {
    return [FAILED];
  }
}

/** Put a refused record back in the row, to be sent once more. */
export async function sendAgain(one: Numbered): Promise<void> {
  await stand(one.seq, { standing: "waiting", problems: [] });
  await lookAgain();
  kick();
}

/** Send a refused record with something else typed in it. */
export async function sendChanged(one: Numbered, body: string): Promise<void> {
  const { method, path, headers } = one;
  const { words = one.words } = await askPhone({
    name: "words",
    asked: { method, path, headers, body },
  });
  await stand(one.seq, { body, words, standing: "waiting", problems: [] });
  await lookAgain();
  kick();
}

/** Let go of a refused record. */
export async function dropWaiting(one: Numbered): Promise<void> {
  await letGo(one.seq);
  await lookAgain();
  channel?.postMessage("changed");
}

/** Wait until nothing waits any more, or for so long. */
export async function drained(milliseconds: number): Promise<void> {
  const isDone = () => !waiting.some((one) => one.standing === "waiting");
  if (isDone() || lineNow() === "none") return;
  await new Promise<void>((resolve) => {
    const stop = onOutbox(() => isDone() && finish());
    const timeout = setTimeout(() => finish(), milliseconds);
    function finish() {
      clearTimeout(timeout);
      stop();
      resolve();
    }
  });
}
