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
