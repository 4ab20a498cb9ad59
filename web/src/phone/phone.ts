import type { Answered, Asked, Step } from "../../phone/boot.mjs";
import { Python, type State } from "./python";
import type { Begin, Call, Told } from "./worker";

export type { State } from "./python";

/** The server in this phone, with the person's jobs. */
const phone = new Python(() => listeners.forEach((tell) => tell()));
const listeners = new Set<() => void>();

export const phoneState = (): State => phone.state;
export const phoneStep = (): Step => phone.step;

/** Call back with every change of where the phone stands. */
export function onPhone(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

export const beginPhone = (begin: Begin): Promise<void> => phone.begin(begin);
export const endPhone = (as?: State): void => phone.end(as);
export const askPhone = (call: Call): Promise<Told> => phone.ask(call);
export const answerOf = (asked: Asked): Promise<Answered> => phone.answerOf(asked);
