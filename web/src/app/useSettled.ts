import { useEffect, useState } from "react";

/** ``value`` as it was when it had rested for ``ms``: what is typed, once the typing pauses. */
export function useSettled<T>(value: T, ms: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const rested = setTimeout(() => setSettled(value), ms);
    return () => clearTimeout(rested);
  }, [value, ms]);
  return settled;
}
