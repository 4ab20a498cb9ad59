import { useCallback, useState } from "react";
import { newId } from "../api/client";

const PREFIX = "yp-draft:";

function read<Values extends object>(key: string, initial: Values): Values {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(PREFIX + key) ?? "null");
    return typeof kept === "object" && kept !== null ? { ...initial, ...kept } : initial;
  } catch {
    return initial;
  }
}

export type Draft<Values> = {
  values: Values & { id: string };
  set: (change: Partial<Values>) => void;
  clear: () => void;
};

/**
 * What is typed in a form, kept on this device until it is recorded; `id` is the key it will
 * be recorded under, so that sending it again after a dropped line is harmless.
 */
export function useDraft<Values extends object>(key: string, initial: Values): Draft<Values> {
  const [values, setValues] = useState(() => read(key, { ...initial, id: newId() }));
  const set = useCallback(
    (change: Partial<Values>) => {
      setValues((before) => {
        const after = { ...before, ...change };
        localStorage.setItem(PREFIX + key, JSON.stringify(after));
        return after;
      });
    },
    [key],
  );
  const clear = useCallback(() => {
    localStorage.removeItem(PREFIX + key);
    setValues({ ...initial, id: newId() });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- a form's initial values do not change
  }, [key]);
  return { values, set, clear };
}

/** Keep one small choice on this device. */
export function useKept(key: string, initial: string): [string, (value: string) => void] {
  const [value, setValue] = useState(() => localStorage.getItem(`yp-kept:${key}`) ?? initial);
  const keep = useCallback(
    (next: string) => {
      localStorage.setItem(`yp-kept:${key}`, next);
      setValue(next);
    },
    [key],
  );
  return [value, keep];
}
