import { useSyncExternalStore } from "react";

/** How the line to the server is, by the last things that went over it. */
export type Line = "good" | "none";

let line: Line = navigator.onLine ? "good" : "none";
const listeners = new Set<() => void>();

export const lineNow = (): Line => line;

export function setLine(now: Line): void {
  if (now === line) return;
  line = now;
  listeners.forEach((tell) => tell());
}

export function onLine(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

export function useLine(): Line {
  return useSyncExternalStore(onLine, lineNow);
}

/** How long the line is waited for before the phone goes on by itself, milliseconds. */
export const PATIENCE = 1_500;
/** How long it is waited for where nothing else can answer. */
const LONGEST = 30_000;

/**
 * Send a request over the line. Where it does not answer within `patience`, or not at all, the
 * line is none; raises TypeError or an abort then.
 */
export async function overTheLine(request: Request, patience = LONGEST): Promise<Response> {
  const giveUp = AbortSignal.timeout(patience);
  const signal = AbortSignal.any([request.signal, giveUp]);
  try {
    const answer = await fetch(new Request(request, { signal }));
    setLine("good");
    return answer;
  } catch (failed) {
    if (!request.signal.aborted) setLine("none");
    throw failed;
  }
}

window.addEventListener("offline", () => setLine("none"));
