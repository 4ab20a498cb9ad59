import { type News, type Taken, keepTaken, takeOff, takenBy, waitingOf } from "./held";
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

/** What the server said of one of them: news, nothing new, nothing, or that it is not theirs. */
type Came = News | "nothing" | "gone" | "unsent";

const LIMIT = 60_000;
const [DENIED, MISSING] = [403, 404];
const keyOf = (person: number, { job, crew }: Wanted) => `${person} ${job || crew}`;

/** Note that something is to be taken along, though nothing of it is here yet. */
export async function want(person: number, wanted: Wanted): Promise<void> {
  const key = keyOf(person, wanted);
  if ((await takenBy(person)).some((one) => one.key === key)) return;
  await keepTaken({ ...wanted, key, person, since: "", shape: "", digests: {}, at: 0 });
}

async function carry(before: Taken, shape: string): Promise<Came> {
  const held = before.shape === shape ? before : { ...before, since: "", digests: {} };
  const answer = await overTheLine(new Request(address(held)), LIMIT);
  // What never came from there was begun here, and is not sent yet: nothing else waits for it.
  if (answer.status === MISSING || answer.status === DENIED) return held.at > 0 ? "gone" : "unsent";
  if (!answer.ok) return "nothing";
  const text = await answer.text();
  const carried = JSON.parse(text) as Carried;
  const isNews = Object.keys(carried.tables).length > 0;
  const digests = { ...held.digests, ...carried.digests };
  const taken = { ...held, since: carried.at, shape: carried.shape, digests, at: Date.now() };
  return { carried: isNews ? text : "", taken };
}

function address({ crew, job, since, digests }: Taken): string {
  const place = job ? `jobs/${job}` : `crews/${crew}`;
  const known = Object.entries(digests).map(([name, digest]) => `${name}:${digest}`);
  const held = new URLSearchParams(since ? { since, digests: known.join(",") } : {});
  return `/api/v1/${place}/carried?${held}`;
}

/**
 * Bring all that lies here up to date, `first` before the others; true where any of it changed.
 * What was sent before is let go when everything here is of a later moment. What is not this
 * person's any more leaves the phone.
 */
export async function carryAll(person: number, first = ""): Promise<boolean> {
  if (lineNow() === "none" || phoneState() !== "ready") return false;
  const shape = (await askPhone({ name: "about" })).about?.shape ?? "";
  const sent = (await waitingOf(person)).filter((one) => one.standing === "sent");
  const all = (await takenBy(person)).sort(
    (a, b) => Number(b.job === first) - Number(a.job === first),
  );
  const news: News[] = [];
  let isWhole = true;
  for (const one of all) {
    const came = await carry(one, shape);
    if (came === "gone") {
      await takeOff(person, one.key);
      await carryAll(person, first);
      return true;
    }
    if (typeof came === "object") news.push(came);
    isWhole = isWhole && came !== "nothing";
  }
  const settled = isWhole ? sent.map(({ seq }) => seq) : [];
  const { heard } = await askPhone({ name: "hear", news, settled });
  return heard === true;
}
