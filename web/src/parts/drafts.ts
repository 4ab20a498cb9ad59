import { useCallback, useState } from "react";
import { newId } from "../api/client";

const PREFIX = "yp-draft:";

/** Whose drafts these are: what one person typed on this device is never another's to see. */
export const drafts = {
  person: 0,
  areOf(person: number): void {
    drafts.person = person;
    if (person) adopt(person);
  },
};

const keyOf = (key: string) => `${PREFIX}${drafts.person}:${key}`;

/** Drafts kept before they were kept by person are of who was signed in then. */
function adopt(person: number): void {
  for (const key of Object.keys(localStorage)) {
    if (!key.startsWith(PREFIX) || /^yp-draft:\d+:/.test(key)) continue;
    const kept = localStorage.getItem(key);
    if (kept) localStorage.setItem(`${PREFIX}${person}:${key.slice(PREFIX.length)}`, kept);
    localStorage.removeItem(key);
  }
}

function read<Values extends object>(key: string, initial: Values): Values {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(keyOf(key)) ?? "null");
    return typeof kept === "object" && kept !== null ? { ...initial, ...kept } : initial;
  } catch {
    return initial;
  }
}

/** The keys a draft will be recorded under, and when it was first sent (empty: not yet). */
export type Keys = { id: string; partId: string; sentAt: string };

export type Draft<Values> = {
  values: Values & Keys;
  set: (change: Partial<Values>) => void;
  /** Note that it is being sent; returns the moment it was first sent. */
  sending: () => string;
  clear: () => void;
};

const newKeys = (): Keys => ({ id: newId(), partId: newId(), sentAt: "" });

/**
 * What is typed in a form, kept on this device until it is recorded.
 *
 * Sent again unchanged after a dropped line, it goes under the same keys and with the same time,
 * so that it is recorded once. Changed after it was sent, it is something new, with new keys.
 * Under another key it is another draft, and this one stays where it was.
 */
export function useDraft<Values extends object>(key: string, initial: Values): Draft<Values> {
  const fresh = () => ({ key, values: read(key, { ...initial, ...newKeys() }) });
  const [kept, setKept] = useState(fresh);
  const now = kept.key === key ? kept : fresh();
  if (now !== kept) setKept(now);
  const { values } = now;
  const setValues = useCallback(
    (change: (before: Values & Keys) => Values & Keys) =>
      setKept((before) => ({ ...before, values: change(before.values) })),
    [],
  );
  const keep = useCallback(
    (after: Values & Keys) => localStorage.setItem(keyOf(key), JSON.stringify(after)),
    [key],
  );
  const set = useCallback(
    (change: Partial<Values>) => {
      setValues((before) => {
        const after = { ...before, ...change, ...(before.sentAt ? newKeys() : {}) };
        keep(after);
        return after;
      });
    },
    [keep, setValues],
  );
  const sending = () => {
    const sentAt = values.sentAt || new Date().toISOString();
    const after = { ...values, sentAt };
    keep(after);
    setValues(() => after);
    return sentAt;
  };
  const clear = useCallback(() => {
    localStorage.removeItem(keyOf(key));
    setValues(() => ({ ...initial, ...newKeys() }));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a form's initial values do not change
  }, [key, setValues]);
  return { values, set, sending, clear };
}

/** Whether something was typed in a form and not recorded yet. */
export function hasDraft(key: string): boolean {
  return localStorage.getItem(keyOf(key)) !== null;
}

/** Keep what a form that is not open is to start with. */
export function keepDraft<Values extends object>(key: string, values: Values): void {
  localStorage.setItem(keyOf(key), JSON.stringify({ ...values, ...newKeys() }));
}

/** Keep a small choice for a screen that is not open. */
export function keepChoice(key: string, value: string): void {
  localStorage.setItem(`yp-kept:${key}`, value);
}

/** The small choice kept for a key; empty where none was. */
export function keptChoice(key: string): string {
  return localStorage.getItem(`yp-kept:${key}`) ?? "";
}

/** Keep one small choice on this device. */
export function useKept(key: string, initial: string): [string, (value: string) => void] {
  const [value, setValue] = useState(() => keptChoice(key) || initial);
  const keep = useCallback(
    (next: string) => {
      keepChoice(key, next);
      setValue(next);
    },
    [key],
  );
  return [value, keep];
}

/** Where it is kept which point of a work one is at, from a set-up in a pass. */
export function pointKey(work: string, setUp: string, pass: string): string {
  return `at:${pass}:${work}:${setUp}`;
}
