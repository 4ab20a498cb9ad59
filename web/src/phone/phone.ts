import type { Answered, Asked, Step } from "../../phone/boot.mjs";
import { clockOff } from "../api/phone";
import type { Begin, Call, Told } from "./worker";

/** The server in this phone, as the page asks it: begun once, asked one thing after another. */

export type State = "off" | "starting" | "ready" | "failed";

type Reply = { number?: number; told?: Told; failed?: string; step?: Step };
type Open = { resolve: (told: Told) => void; reject: (failed: Error) => void };

let worker: Worker | undefined;
let number = 0;
const open = new Map<number, Open>();

let state: State = "off";
let step: Step = "runtime";
let whenReady: Promise<void> = Promise.reject(new Error("The phone was not begun."));
whenReady.catch(() => undefined);
const listeners = new Set<() => void>();

export const phoneState = (): State => state;
export const phoneStep = (): Step => step;

/** Call back with every change of where the phone stands. */
export function onPhone(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

function become(now: State): void {
  state = now;
  listeners.forEach((tell) => tell());
}

/** Begin the phone for a person; it is ready when Python is, and the jobs are loaded. */
export function beginPhone(begin: Begin): Promise<void> {
  endPhone();
  become("starting");
  const own = new Worker(new URL("./worker.ts", import.meta.url), { type: "module" });
  worker = own;
  own.onmessage = ({ data }: MessageEvent<Reply>) => hearReply(data);
  own.onerror = () => own === worker && endPhone("failed");
  whenReady = post({ begin }).then(
    () => own === worker && become("ready"),
    (failed: unknown) => {
      if (own === worker) endPhone("failed");
      throw failed;
    },
  ) as Promise<void>;
  whenReady.catch(() => undefined);
  return whenReady;
}

/** End it; what it kept stays on the disk. */
export function endPhone(as: State = "off"): void {
  worker?.terminate();
  worker = undefined;
  open.forEach(({ reject }) => reject(new Error("The phone was ended.")));
  open.clear();
  if (state !== as) become(as);
}

function hearReply({ number: of, told, failed, step: begun }: Reply): void {
  if (begun) {
    step = begun;
    listeners.forEach((tell) => tell());
  }
  if (of === undefined) return;
  const waiting = open.get(of);
  open.delete(of);
  if (told) waiting?.resolve(told);
  else waiting?.reject(new Error(failed));
}

function post(message: { begin?: Begin; call?: Call }): Promise<Told> {
  return new Promise((resolve, reject) => {
    if (!worker) {
      reject(new Error("The phone was not begun."));
      return;
    }
    number += 1;
    open.set(number, { resolve, reject });
    worker.postMessage({ number, clockOff: clockOff(), ...message });
  });
}

/** Ask the phone something, once it is ready. */
export async function askPhone(call: Call): Promise<Told> {
  await whenReady;
  return post({ call });
}

export async function answerOf(asked: Asked): Promise<Answered> {
  const { answered } = await askPhone({ name: "answer", asked });
  if (!answered) throw new Error("The phone did not answer.");
  return answered;
}
