/// <reference lib="webworker" />
import { type Asked, type Answered, type PhoneServer, boot } from "../../phone/boot.mjs";
import {
  type News,
  type Waiting,
  forgetTaken,
  keepSaid,
  keepTaken,
  keepWaiting,
  newest,
  saidTo,
  sentNow,
  waitingOf,
} from "./held";

/**
 * The server in this phone: Python in a worker, with the person's jobs in its database.
 *
 * Each answer rests on what the server said last and on all that was recorded here since, in this
 * page or in another one. What is recorded is on the disk before it is answered.
 */

export type Call =
  | { name: "answer"; asked: Asked }
  | { name: "record"; asked: Asked; waiting: Omit<Waiting, "words" | "person"> }
  | { name: "hear"; news: readonly News[]; settled: readonly number[] }
  | { name: "words"; asked: Asked }
  | { name: "forget" }
  | { name: "about" };
/** What there is to know of the phone: the memory it takes, in bytes, and its shape. */
export type About = { heap: number; shape: string };
export type Begin = { person: number };
export type Told = { answered?: Answered; heard?: boolean; about?: About; words?: string };

const BASE = "/phone/";
/** What a phone answers where its disk takes nothing more. */
const FULL: Answered = {
  status: 507,
  headers: { "Content-Type": "application/json" },
  body: JSON.stringify({
    errors: [
      {
        field: "",
        code: "phone-full",
        typed: "",
        why: "This phone's storage is full: nothing was recorded.",
        accepts: "Free some room on the phone, then send it again; what you typed is kept.",
        offers: [],
      },
    ],
  }),
};

let person = 0;
let server: Promise<PhoneServer> | undefined;
/** The version of what the server said that is loaded, and the last record done on it. */
let loaded = -1;
let done = 0;

async function bytesOf(name: string): Promise<Uint8Array> {
  const answer = await fetch(`${BASE}${name}`);
  if (!answer.ok) throw new Error(`${name}: ${answer.status}`);
  return new Uint8Array(await answer.arrayBuffer());
}

async function begin({ person: who }: Begin, clockOff: number): Promise<PhoneServer> {
  person = who;
  const files = Promise.all([bytesOf("modules.zip"), bytesOf("empty.sqlite")]);
  const address = `${BASE}pyodide.mjs`;
  const { loadPyodide } = (await import(/* @vite-ignore */ address)) as {
    loadPyodide: (options: object) => Promise<unknown>;
  };
  const phone = await boot({
    load: loadPyodide,
    options: { indexURL: BASE },
    files: files.then(([modules, empty]) => ({ modules, empty })),
    tell: (step) => postMessage({ step }),
  });
  phone.keepTime(clockOff);
  await catchUp(phone);
  return phone;
}

/** Load what the server said where it said more, and do what was recorded since. */
async function catchUp(phone: PhoneServer): Promise<void> {
  const { version, last } = await newest(person);
  if (version !== loaded) {
    const said = await saidTo(person);
    phone.load(said && said.shape === phone.shape() ? said.bytes : null);
    loaded = version;
    done = 0;
  }
  if (last <= done) return;
  for (const one of await waitingOf(person, done))
    if (one.standing !== "refused") phone.answer(askedAgain(one));
  done = last;
}

/** A record as it is asked for again now. */
function askedAgain({ method, path, headers, body }: Waiting): Asked {
  return mine({ method, path, headers: { ...headers, ...sentNow() }, body });
}

const mine = (asked: Asked): Asked => ({
  ...asked,
  headers: { ...asked.headers, "X-Person": String(person) },
});

async function record(phone: PhoneServer, call: Call & { name: "record" }): Promise<Answered> {
  await catchUp(phone);
  const asked = mine(call.asked);
  const answered = phone.answer(asked);
  if (answered.status >= 300) return answered;
  try {
    const words = phone.words(asked);
    done = await keepWaiting({ ...call.waiting, person, words });
  } catch {
    loaded = -1; // what was done and could not be kept is undone
    return FULL;
  }
  return answered;
}

/** Take in what the server said of all that lies here, at once; tells whether any of it is news. */
async function hear(phone: PhoneServer, { news, settled }: Call & { name: "hear" }) {
  const isNews = news.some(({ carried }) => carried !== "") || settled.length > 0;
  if (!isNews) {
    for (const { taken } of news) await keepTaken(taken);
    return false;
  }
  return alone(async () => {
    await catchUp(phone);
    loaded = -1; // where it fails, what stands here is looked at anew
    const heard = news.filter(({ carried }) => !carried || phone.hear(carried));
    const said = { person, shape: phone.shape(), bytes: phone.kept() };
    const isWhole = heard.length === news.length;
    const taken = heard.map((one) => one.taken);
    loaded = await keepSaid(said, taken, isWhole ? settled : []);
    done = 0;
    await catchUp(phone);
    return true;
  });
}

/** Do something while no other page of this phone records or hears. */
function alone<Result>(work: () => Promise<Result>): Promise<Result> {
  return navigator.locks.request("yp-book", work) as Promise<Result>;
}

async function carryOut(call: Call, clockOff: number): Promise<Told> {
  if (!server) throw new Error("The phone was not begun.");
  const phone = await server;
  phone.keepTime(clockOff); // a phone's clock may be put right while it works
  if (call.name === "hear") return { heard: await hear(phone, call) };
  if (call.name === "about") return { about: { heap: phone.heap(), shape: phone.shape() } };
  if (call.name === "words") return { words: phone.words(call.asked) };
  if (call.name === "forget") {
    await forgetTaken(person);
    loaded = -1;
    return {};
  }
  if (call.name === "record") return { answered: await alone(() => record(phone, call)) };
  await catchUp(phone);
  return { answered: phone.answer(mine(call.asked)) };
}

type Job = { isUrgent: boolean; run: () => Promise<void> };

/** One thing at a time: what is recorded or typed before what is only looked at. */
const jobs: Job[] = [];
let isAtWork = false;

async function workOff(): Promise<void> {
  if (isAtWork) return;
  isAtWork = true;
  for (;;) {
    const urgent = jobs.findIndex((job) => job.isUrgent);
    const [job] = jobs.splice(Math.max(urgent, 0), 1);
    if (!job) break;
    await job.run();
    await new Promise((resolve) => setTimeout(resolve, 0)); // hear what was asked meanwhile
  }
  isAtWork = false;
}

/** What a person waits for with the rod in the hand. */
const URGENT = /\/reading\?|-draft$|\/height-now$|\/points\/[^/]+$/;

function isUrgent({ begin, call }: { begin?: Begin; call?: Call }): boolean {
  if (begin || call?.name === "record") return true;
  return call?.name === "answer" && URGENT.test(call.asked.path);
}

type Message = { number: number; clockOff: number; begin?: Begin; call?: Call };

onmessage = ({ data }: MessageEvent<Message>) => {
  const { number } = data;
  const work = async (): Promise<Told> => {
    if (data.begin) {
      server = begin(data.begin, data.clockOff);
      await server;
      return {};
    }
    if (!data.call) throw new Error("Nothing was asked.");
    return carryOut(data.call, data.clockOff);
  };
  const run = () =>
    work().then(
      (told) => postMessage({ number, told }),
      (failed: unknown) => postMessage({ number, failed: String(failed).slice(-2000) }),
    );
  jobs.push({ isUrgent: isUrgent(data), run });
  void workOff();
};
