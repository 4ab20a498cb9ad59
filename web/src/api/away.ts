import { useSyncExternalStore } from "react";

/** Whether the server said that it can't answer for a moment; the next answer ends it. */
let isAway = false;
const listeners = new Set<() => void>();

export function setAway(now: boolean): void {
  if (now === isAway) return;
  isAway = now;
  listeners.forEach((tell) => tell());
}

function listen(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

export function useIsAway(): boolean {
  return useSyncExternalStore(listen, () => isAway);
}
