import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Problem } from "../api/schemas";

/**
 * What lies on this phone, by person: the jobs taken along, what the server said of them, and
 * what was recorded and is not sent yet. Another person's rows are never read.
 */

/** Where a record that was made here stands on its way to the server. */
export type Standing = "waiting" | "sent" | "refused";

/** A request of the API that recorded something, as it is sent again. */
export type Waiting = {
  seq?: number;
  person: number;
  id: string;
  method: string;
  path: string;
  headers: Record<string, string>;
  body: string;
  words: string;
  /** When it was recorded, by this phone's clock, milliseconds. */
  at: number;
  standing: Standing;
  problems: readonly Problem[];
};
export type Numbered = Waiting & { seq: number };

/** A job, or a crew's gear, that lies here: what to ask the server for next. */
export type Taken = {
  key: string;
  person: number;
  job: string;
  crew: string;
  name: string;
  /** The server's moment it is of, as the server wrote it. */
  since: string;
  /** The shape of what was taken in; a version that takes in another begins anew. */
  shape: string;
  digests: Record<string, string>;
  /** When it was brought up to date last, by this phone's clock. */
  at: number;
};

/** What the server said of a job, empty where nothing changed, and what to ask it for next. */
export type News = { carried: string; taken: Taken };

/** What the server said, as a database file; `version` grows with each time it said more. */
export type Said = { person: number; version: number; shape: string; bytes: Uint8Array };

interface Schema extends DBSchema {
  outbox: { key: number; value: Waiting; indexes: { person: number } };
  taken: { key: string; value: Taken; indexes: { person: number } };
  said: { key: number; value: Said };
  versions: { key: number; value: { person: number; version: number } };
  kept: { key: string; value: unknown };
}

/** Grows with each change of what is kept; older stores are brought up, never thrown away. */
const EDITION = 1;

let opened: Promise<IDBPDatabase<Schema>> | undefined;

function store(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>("yellow-peg", EDITION, {
    upgrade(db) {
      const outbox = db.createObjectStore("outbox", { keyPath: "seq", autoIncrement: true });
      outbox.createIndex("person", "person");
      db.createObjectStore("taken", { keyPath: "key" }).createIndex("person", "person");
      db.createObjectStore("said", { keyPath: "person" });
      db.createObjectStore("versions", { keyPath: "person" });
      db.createObjectStore("kept");
    },
    terminated() {
      opened = undefined;
    },
  });
  return opened;
}

const STRICT = { durability: "strict" } as const;

/** Keep a record; it is on the disk when this is done. */
export async function keepWaiting(waiting: Waiting): Promise<number> {
  const db = await store();
  const writing = db.transaction("outbox", "readwrite", STRICT);
  const [seq] = await Promise.all([writing.store.add(waiting), writing.done]);
  return seq;
}

/** What a request says of the moment it goes; by the name it already has in what was kept. */
export const sentNow = () => ({ "x-phone-now": String(Date.now() / 1000) });

/** A person's records that are not at the server yet, in their order. */
export async function waitingOf(person: number, after = 0): Promise<Numbered[]> {
  const db = await store();
  const found = await db.getAll("outbox", IDBKeyRange.lowerBound(after, true));
  return found.filter((one): one is Numbered => one.person === person);
}

/** Change how a record stands; what is worked out here without it is worked out anew. */
export async function stand(seq: number, change: Partial<Waiting>): Promise<void> {
  const db = await store();
  const writing = db.transaction(["outbox", "versions"], "readwrite", STRICT);
  const outbox = writing.objectStore("outbox");
  const before = await outbox.get(seq);
  if (before) {
    await outbox.put({ ...before, ...change });
    if (change.standing !== "sent") await renew(writing.objectStore("versions"), before.person);
  }
  await writing.done;
}

/** Let go of a record. */
export async function letGo(seq: number): Promise<void> {
  const db = await store();
  const writing = db.transaction(["outbox", "versions"], "readwrite", STRICT);
  const outbox = writing.objectStore("outbox");
  const before = await outbox.get(seq);
  await outbox.delete(seq);
  if (before) await renew(writing.objectStore("versions"), before.person);
  await writing.done;
}

type Versions = {
  get: (person: number) => Promise<{ version: number } | undefined>;
  put: (row: { person: number; version: number }) => Promise<unknown>;
};

async function renew(versions: Versions, person: number): Promise<number> {
  const version = ((await versions.get(person))?.version ?? 0) + 1;
  await versions.put({ person, version });
  return version;
}

/** Where what lies here stands: the version of what the server said, and the last record. */
export async function newest(person: number): Promise<{ version: number; last: number }> {
  const db = await store();
  const reading = db.transaction(["versions", "outbox"]);
  const [version, cursor] = await Promise.all([
    reading.objectStore("versions").get(person),
    reading.objectStore("outbox").openKeyCursor(null, "prev"),
  ]);
  return { version: version?.version ?? 0, last: cursor?.primaryKey ?? 0 };
}

export async function saidTo(person: number): Promise<Said | undefined> {
  return (await store()).get("said", person);
}

/**
 * Keep what the server said, with the jobs it is of; records that were sent before it said so
 * are let go: they stand in it.
 */
export async function keepSaid(
  said: Omit<Said, "version">,
  taken: readonly Taken[],
  settled: readonly number[],
): Promise<number> {
  const db = await store();
  const writing = db.transaction(["said", "versions", "taken", "outbox"], "readwrite", STRICT);
  const { person } = said;
  const version = await renew(writing.objectStore("versions"), person);
  await Promise.all([
    writing.objectStore("said").put({ ...said, version }),
    ...taken.map((one) => writing.objectStore("taken").put(one)),
    ...settled.map((seq) => writing.objectStore("outbox").delete(seq)),
    writing.done,
  ]);
  return version;
}

/** Note that a job was looked at and nothing in it had changed. */
export async function keepTaken(taken: Taken): Promise<void> {
  await (await store()).put("taken", taken);
}

export async function takenBy(person: number): Promise<Taken[]> {
  return (await store()).getAllFromIndex("taken", "person", person);
}

/** Let go of the jobs a person took along; records that are not sent stay. */
export async function forgetTaken(person: number): Promise<void> {
  const db = await store();
  const writing = db.transaction(["said", "versions", "taken"], "readwrite", STRICT);
  const keys = await writing.objectStore("taken").index("person").getAllKeys(person);
  await renew(writing.objectStore("versions"), person);
  await Promise.all([
    writing.objectStore("said").delete(person),
    ...keys.map((key) => writing.objectStore("taken").delete(key)),
    writing.done,
  ]);
}

/**
 * Take a job off this phone. What the server said lies here as one file, so the other jobs are
 * asked for anew; records that are not sent stay.
 */
export async function takeOff(person: number, gone: string): Promise<void> {
  const db = await store();
  const writing = db.transaction(["said", "versions", "taken"], "readwrite", STRICT);
  const taken = writing.objectStore("taken");
  const others = (await taken.index("person").getAll(person)).filter((one) => one.key !== gone);
  await renew(writing.objectStore("versions"), person);
  await Promise.all([
    writing.objectStore("said").delete(person),
    taken.delete(gone),
    ...others.map((one) => taken.put({ ...one, since: "", digests: {} })),
    writing.done,
  ]);
}

export async function kept<Value>(key: string): Promise<Value | undefined> {
  return (await (await store()).get("kept", key)) as Value | undefined;
}

export async function keep(key: string, value: unknown): Promise<void> {
  await (await store()).put("kept", value, key);
}
