import { Workbox } from "workbox-window";

/** Puts the application itself on the phone, so that it opens without a line. */

let isNewer = false;
let installed: Workbox | undefined;
const listeners = new Set<() => void>();

export const isNewerHere = (): boolean => isNewer;

export function onNewer(tell: () => void): () => void {
  listeners.add(tell);
  return () => listeners.delete(tell);
}

/** Fetch all of the application; a newer version waits until it is whole and asked for. */
export async function install(): Promise<void> {
  if (installed || !("serviceWorker" in navigator)) return;
  installed = new Workbox("/sw.js");
  installed.addEventListener("waiting", () => {
    isNewer = true;
    listeners.forEach((tell) => tell());
  });
  await installed.register();
}

/** Take the newer version; what is typed and what is to be sent stays. */
export function takeNewer(): void {
  installed?.addEventListener("controlling", () => location.reload());
  installed?.messageSkipWaiting();
}
