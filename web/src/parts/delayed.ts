import { useEffect, useState } from "react";

/** Return a value once it has stood still, so that each keystroke does not ask the server. */
export function useDelayed<Value>(value: Value, milliseconds = 120): Value {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), milliseconds);
    return () => clearTimeout(timer);
  }, [value, milliseconds]);
  return settled;
}

const PAUSE = 600;

/** Whether typing has come to rest: refusals wait for it, so that no key moves under a thumb. */
export function useIsAtRest(value: string): boolean {
  return useDelayed(value, PAUSE) === value;
}
