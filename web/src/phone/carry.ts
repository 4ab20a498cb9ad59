import { type Taken, keepTaken, settle, takenBy, waitingOf } from "./held";
import { lineNow, overTheLine } from "./line";
import { askPhone, phoneState } from "./phone";

/** Takes jobs along, and keeps what lies here up to date while there is a line. */

type Carried = {
  shape: string;
  at: string;
  digests: Record<string, string>;
  tables: Record<string, unknown>;
};
/** What is taken along: a job with its crew's gear, or that gear alone. */
export type Wanted = { crew: string; job: string; name: string };

/** What came of it: news, nothing new, or nothing at all. */
type Came = "news" | "same" | "nothing";

const LIMIT = 60_000;
const [DENIED, MISSING] = [403, 404];
const keyOf = (person: number, { job, crew }: Wanted) => `${person} ${job || crew}`;

/** Note that something is to be taken along, though nothing of it is here yet. */
export async function want(person: number, wanted: Wanted): Promise<void> {
  const key = keyOf(person, wanted);
  if ((await takenBy(person)).some((one) => one.key === key)) return;
  await keepTaken({ ...wanted, key, person, since: "", shape: "", digests: {}, at: 0 });
}

async function carry(before: Taken): Promise<Came> {
  const shape = (await askPhone({ name: "about" })).about?.shape ?? "";
  const held = before.shape === shape ? before : { ...before, since: "", digests: {} };
  const answer = await overTheLine(new Request(address(held)), LIMIT);
  // It is not at the server yet, or no more this person's: nothing else waits for it.
  if (answer.status === MISSING || answer.status === DENIED) return "same";
  if (!answer.ok) return "nothing";
  const text = await answer.text();
  const carried = JSON.parse(text) as Carried;
  const isNews = Object.keys(carried.tables).length > 0;
  const digests = { ...held.digests, ...carried.digests };
  const taken = { ...held, since: carried.at, shape: carried.shape, digests, at: Date.now() };
  const { heard } = await askPhone({ name: "hear", carried: isNews ? text : "", taken });
  if (!heard) return "nothing";
  return isNews ? "news" : "same";
}

function address({ crew, job, since, digests }: Taken): string {
  const place = job ? `jobs/${job}` : `crews/${crew}`;
  const known = Object.entries(digests).map(([name, digest]) => `${name}:${digest}`);
  const held = new URLSearchParams(since ? { since, digests: known.join(",") } : {});
  return `/api/v1/${place}/carried?${held}`;
}

/**
 * Bring all that lies here up to date, `first` before the others; true where any of it changed.
 * What was sent before is let go when everything here is of a later moment.
 */
export async function carryAll(person: number, first = ""): Promise<boolean> {
  if (lineNow() === "none" || phoneState() !== "ready") return false;
  const sent = (await waitingOf(person)).filter((one) => one.standing === "sent");
  const all = await takenBy(person);
  const came: Came[] = [];
  for (const one of all.sort((a, b) => Number(b.job === first) - Number(a.job === first)))
    came.push(await carry(one));
  if (sent.length > 0 && !came.includes("nothing")) await settle(person, sent);
  return came.includes("news");
}
