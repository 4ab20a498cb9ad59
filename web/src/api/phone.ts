import { isOnlyAsked } from "./asked";
import { newId } from "./keys";

/**
 * What this phone says of itself with each request: its key, its clock, and the number of the
 * record, so that the server can tell when a record was made, however late it comes in.
 */

const KEY = "yp-phone";
const COUNT = "yp-phone-count";
const CLOCK = "yp-phone-clock";
const STAMPS = "yp-phone-stamps";
/** Stands on what this phone answered itself: it says nothing of the server's clock. */
export const BY_THE_PHONE = "X-By-The-Phone";
const MOST_STAMPS = 300;
/** A comparison whose answer took longer than this says too little of the clock, seconds. */
const SLOWEST = 5;

/** The number a record got on this phone, when it was first sent, and what the clock was off by. */
type Stamp = { id: string; number: number; said: number; off: number | null };

function kept<Value>(key: string, otherwise: Value): Value {
  try {
    return (JSON.parse(localStorage.getItem(key) ?? "null") as Value | null) ?? otherwise;
  } catch {
    return otherwise;
  }
}

function keep(key: string, value: unknown): void {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {
    // A full store keeps no new number: what is sent then counts in the order it comes in.
  }
}

function phoneKey(): string {
  const key = kept(KEY, "");
  if (key) return key;
  const made = newId();
  keep(KEY, made);
  return made;
}

const seconds = () => Date.now() / 1000;

/** Return the stamp of a record: made the first time it is sent, the same ever after. */
function stampOf(id: string): Stamp {
  const stamps = kept<Stamp[]>(STAMPS, []);
  const before = stamps.find((stamp) => stamp.id === id);
  if (before) return before;
  const number = kept(COUNT, 0) + 1;
  const stamp = { id, number, said: seconds(), off: kept<number | null>(CLOCK, null) };
  keep(COUNT, number);
  keep(STAMPS, [...stamps, stamp].slice(-MOST_STAMPS));
  return stamp;
}

async function idOf(request: Request): Promise<string> {
  const isForm = request.headers.get("Content-Type")?.includes("json");
  if (request.method === "GET" || !isForm) return "";
  if (isOnlyAsked(new URL(request.url).pathname)) return ""; // it takes no number
  try {
    const body = (await request.clone().json()) as { id?: unknown };
    return typeof body.id === "string" ? body.id : "";
  } catch {
    return "";
  }
}

/** Say of a request which phone sends it, and of a record its number and its time. */
export async function sayWho(request: Request): Promise<void> {
  const id = await idOf(request);
  const { headers } = request;
  headers.set("X-Phone", phoneKey());
  headers.set("X-Phone-Now", String(seconds()));
  if (!id) return;
  const { number, said, off } = stampOf(id);
  headers.set("X-Record", id);
  headers.set("X-Phone-Number", String(number));
  headers.set("X-Phone-Said", String(said));
  if (off !== null) headers.set("X-Phone-Clock-Off", String(off));
}

/** How far this phone's clock is ahead of the server's, in seconds, as last compared. */
export const clockOff = (): number => kept<number | null>(CLOCK, null) ?? 0;

/** Compare this phone's clock with the server's, by an answer and when it was asked for. */
export function compareClocks(request: Request, response: Response): void {
  if (response.headers.has(BY_THE_PHONE)) return;
  const asked = Number(request.headers.get("X-Phone-Now"));
  const server = Number(response.headers.get("X-Server-Now"));
  const now = seconds();
  if (!asked || !server || now < asked || now - asked > SLOWEST) return;
  keep(CLOCK, (asked + now) / 2 - server);
}
