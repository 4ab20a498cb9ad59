import type { Schemas } from "../api/schemas";
import { type Wanted, carryAll, want } from "./carry";
import { forgetTaken, keep, kept, takenBy } from "./held";
import { install } from "./install";
import { lineNow, onLine, overTheLine } from "./line";
import { askPhone, beginPhone, endPhone, phoneState } from "./phone";
import { lastRecord, sendFor } from "./sender";

/** The phone's day: who holds it, what is taken along, and when it is brought up to date. */

type Session = Schemas["SessionSheet"];

const SESSION = "session";
const SIGNED_OUT = "signed-out";
const OFF = "yp-kept:stays-on-the-server";
/** How often what lies here is brought up to date, and a lost line tried, milliseconds. */
const FRESHEN = 12_000;
const TRY = 4_000;
/** How long nothing must have been recorded before the phone takes time to take news in. */
const PAUSE = 4_000;

let person = 0;
let at = "";
let changed: () => void = () => undefined;
let timer: ReturnType<typeof setTimeout> | undefined;

/** Whether this browser can run the server itself, and is let to. */
export function canWorkAlone(): boolean {
  return !isKeptOff() && isSecureContext && "locks" in navigator && "indexedDB" in window;
}

/** Whether somebody said that nothing is to be taken along on this device. */
export const isKeptOff = (): boolean => localStorage.getItem(OFF) === "yes";

/** Let jobs be taken along on this device, or take all of them off it; the page begins anew. */
export async function letWorkAlone(isLet: boolean): Promise<void> {
  if (isLet) localStorage.removeItem(OFF);
  else {
    localStorage.setItem(OFF, "yes");
    if (person) await forgetTaken(person);
  }
  location.reload();
}

/** Call back when what lies here changed by what others did. */
export function onNews(tell: () => void): void {
  changed = tell;
}

/** Begin for who is signed in; the same person again changes nothing. */
export async function holdFor(session: Session): Promise<void> {
  if (session.person === person || !canWorkAlone()) return;
  person = session.person;
  if (!person) {
    await sendFor(undefined);
    endPhone();
    return;
  }
  await navigator.storage.persist().catch(() => false);
  for (const crew of session.crews) await want(person, { crew: crew.id, job: "", name: crew.name });
  await sendFor({
    person,
    afterwards: () => freshenIn(PAUSE),
    elsewhere: () => changed(),
  });
  await idle();
  await beginPhone({ person }).catch(() => undefined);
  void freshen();
  await install().catch(() => undefined);
}

/** Wait until the page has nothing else to do: the first screen comes first. */
function idle(): Promise<void> {
  if (lineNow() === "none") return Promise.resolve();
  return new Promise((resolve) => {
    if ("requestIdleCallback" in window) requestIdleCallback(() => resolve(), { timeout: 3_000 });
    else setTimeout(resolve, 1_000);
  });
}

/** Take a job along; it is kept up to date from now on. */
export async function takeAlong(wanted: Wanted): Promise<void> {
  if (!person) return;
  at = wanted.job;
  await want(person, wanted);
  await freshen();
}

/** A job was begun on this phone. */
export async function begun(body: string): Promise<void> {
  const { id, crew, name } = JSON.parse(body) as { id: string; crew: string; name: string };
  if (person) await want(person, { crew, job: id, name });
}

export const takenNow = () => (person ? takenBy(person) : Promise.resolve([]));

/** Bring what lies here up to date, and again after a while. */
async function freshen(): Promise<void> {
  clearTimeout(timer);
  const rested = Date.now() - lastRecord();
  if (rested < PAUSE) {
    freshenIn(PAUSE - rested);
    return;
  }
  try {
    if (lineNow() === "none") await probe();
    const isSeen = document.visibilityState === "visible";
    if (isSeen && phoneState() === "ready" && (await carryAll(person, at))) changed();
  } catch {
    // The line went; it is tried again.
  }
  freshenIn(lineNow() === "none" ? TRY : FRESHEN);
}

/** Something was recorded past this phone: bring it here at once. */
export const freshenSoon = (): void => freshenIn(0);

function freshenIn(milliseconds: number): void {
  clearTimeout(timer);
  timer = setTimeout(() => void freshen(), milliseconds);
}

async function probe(): Promise<void> {
  await overTheLine(new Request("/api/v1/session"), TRY);
}

// A line that was slow once may be good again at once: it is asked soon, not at the next round.
onLine(() => (lineNow() === "good" ? void freshen() : freshenIn(TRY)));
document.addEventListener("visibilitychange", () => void freshen());

/** Keep who is signed in, so that the next start needs no line. */
export async function keepSession(session: Session): Promise<void> {
  await keep(SESSION, session.name ? session : null);
}

/** Who was signed in last; nobody after signing out. */
export async function keptSession(): Promise<Session | null> {
  return (await kept<Session | null>(SESSION)) ?? null;
}

/** Sign out on this phone: the jobs leave it, what is not sent stays for the person alone. */
export async function leave(isToldTheServer: boolean): Promise<void> {
  const who = person;
  person = 0;
  await keep(SESSION, null);
  await keep(SIGNED_OUT, isToldTheServer ? null : true);
  await sendFor(undefined);
  if (phoneState() === "ready") await askPhone({ name: "forget" }).catch(() => undefined);
  else if (who) await forgetTaken(who);
  endPhone();
}

/** Whether somebody signed out while there was no line, so that the server is still to be told. */
export const isToSignOut = async () => (await kept<boolean | null>(SIGNED_OUT)) === true;
export const signedOutIsTold = () => keep(SIGNED_OUT, null);
