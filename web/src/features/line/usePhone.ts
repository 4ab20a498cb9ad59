import { useEffect, useSyncExternalStore } from "react";
import { clockOff } from "../../api/phone";
import { forgetReadings, useSession } from "../../api/queries";
import type { Taken } from "../../phone/held";
import { isNewerHere, onNewer } from "../../phone/install";
import { holdFor, onNews, takeAlong } from "../../phone/live";
import { onPhone, phoneState, phoneStep } from "../../phone/phone";
import { isToSignIn, onOutbox, outbox } from "../../phone/sender";

/** How far a clock may be off without a word, seconds. */
const A_WORD = 5;

export const usePhoneState = () => useSyncExternalStore(onPhone, phoneState);
export const usePhoneStep = () => useSyncExternalStore(onPhone, phoneStep);
export const useOutbox = () => useSyncExternalStore(onOutbox, outbox);
export const useIsNewer = () => useSyncExternalStore(onNewer, isNewerHere);
export const useIsToSignIn = () => useSyncExternalStore(onOutbox, isToSignIn);

/** Whether a record was made here and is not sent yet. */
export function useIsWaiting(): (id: string) => boolean {
  const waiting = useOutbox();
  const ids = new Set(waiting.filter((one) => one.standing === "waiting").map((one) => one.id));
  return (id) => ids.has(id);
}

/** Let the phone work for who is signed in, and look again when others changed something. */
export function useHeldPhone(): void {
  const { data } = useSession();
  useEffect(() => {
    if (!data) return;
    onNews(() => void forgetReadings());
    void holdFor(data);
  }, [data]);
}

/** Take a job along while it is open. */
export function useTakenAlong({
  id,
  crew_id,
  name,
}: {
  id: string;
  crew_id: string;
  name: string;
}) {
  const state = usePhoneState();
  useEffect(() => {
    if (state === "ready") void takeAlong({ job: id, crew: crew_id, name });
  }, [state, id, crew_id, name]);
}

/** Say how far this phone's clock is off, empty where nobody would notice. */
export function clockInWords(): string {
  const off = clockOff();
  if (Math.abs(off) < A_WORD) return "";
  const [amount, unit] = Math.abs(off) < 90 ? [Math.abs(off), "s"] : [Math.abs(off) / 60, "min"];
  const way = off > 0 ? "ahead" : "behind";
  return `This phone's clock is ${Math.round(amount)} ${unit} ${way}; its records are put right by that.`;
}

const CLOCK = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });

/** Say up to when this phone knows what others recorded in a job. */
export function sinceInWords(taken: Taken | undefined): string {
  return taken?.at ? CLOCK.format(taken.at) : "it was taken along";
}

/** Say how old what lies here of a job is, and where it stands. */
export function ageInWords(taken: Taken | undefined): string {
  if (!taken || taken.at === 0) return "";
  const minutes = Math.round((Date.now() - taken.at) / 60_000);
  if (minutes < 1) return "on this phone, up to date";
  if (minutes < 90) return `on this phone, ${minutes} min old`;
  const hours = Math.round(minutes / 60);
  return hours < 48
    ? `on this phone, ${hours} h old`
    : `on this phone, ${Math.round(hours / 24)} days old`;
}
