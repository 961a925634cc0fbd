import { useEffect, useRef, useState } from "react";

const TICK_MS = 250;

/** What is left in ms until ``ends`` (by this device's clock), null where there is no end; ``over`` is called once. */
export function useTimeLimit(ends: number | null, over: () => void): number | null {
  const [left, setLeft] = useState<number | null>(null);
  const latest = useRef(over);
  latest.current = over;
  useEffect(() => {
    if (ends === null) return setLeft(null);
    const tick = () => {
      const now = Math.max(0, ends - Date.now());
      setLeft(now);
      if (now > 0) return;
      clearInterval(timer);
      latest.current();
    };
    const timer = setInterval(tick, TICK_MS);
    setLeft(Math.max(0, ends - Date.now()));
    return () => clearInterval(timer);
  }, [ends]);
  return left;
}
