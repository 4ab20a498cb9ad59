import { useEffect, useRef, useState } from "react";

/** Return a value once it has stood still, so that each keystroke does not ask the server. */
export function useDelayed<Value>(value: Value, milliseconds = 120): Value {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), milliseconds);
    return () => clearTimeout(timer);
  }, [value, milliseconds]);
  return settled;
}

/** Return a value as it changes, but no more often than so; the last one always comes. */
export function useAtMostEvery<Value>(value: Value, milliseconds: number): Value {
  const [told, setTold] = useState(value);
  const last = useRef(0);
  useEffect(() => {
    const wait = Math.max(0, last.current + milliseconds - performance.now());
    const timer = setTimeout(() => {
      last.current = performance.now();
      setTold(value);
    }, wait);
    return () => clearTimeout(timer);
  }, [value, milliseconds]);
  return told;
}

const PAUSE = 600;

/** Whether typing has come to rest: refusals wait for it, so that no key moves under a thumb. */
export function useIsAtRest(value: string): boolean {
  return useDelayed(value, PAUSE) === value;
}
