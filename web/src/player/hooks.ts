import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import { newId } from "../app/ids";
import { Clock } from "./clock";

export function useClock(): Clock {
  const [clock] = useState(() => new Clock());
  return clock;
}

/** Something read off the clock; the component renders again only when it changes. */
export function useOnClock<T extends string | number | boolean | null>(clock: Clock, read: (clock: Clock) => T): T {
  return useSyncExternalStore(clock.subscribe, () => read(clock));
}

/** The number of the span that holds the instant, or the last one begun; -1 before the first. */
export function spanAt(spans: { start_ms: number }[], ms: number): number {
  let low = 0;
  let high = spans.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((spans[middle]?.start_ms ?? 0) <= ms) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

export type Played = { id: string; start_ms: number; end_ms: number; wall_ms: number };

/** Reports every stretch that was really played: at each stop, jump, and every ten seconds. */
export function usePlayed(clock: Clock, report: (stretch: Played) => void): void {
  const latest = useRef(report);
  latest.current = report;
  useEffect(() => {
    let begun: { ms: number; wall: number } | null = null;
    let last = clock.nowMs;
    const end = (ms: number) => {
      if (begun && ms - begun.ms >= 200) {
        const wall_ms = Math.round(performance.now() - begun.wall);
        latest.current({ id: newId(), start_ms: begun.ms, end_ms: ms, wall_ms });
      }
      begun = null;
    };
    const watch = () => {
      const jumped = Math.abs(clock.nowMs - last) > 1500;
      if (begun && (jumped || !clock.playing)) end(jumped ? last : clock.nowMs);
      if (begun && clock.nowMs - begun.ms > 10_000) end(clock.nowMs);
      if (clock.playing && !begun) begun = { ms: clock.nowMs, wall: performance.now() };
      last = clock.nowMs;
    };
    const leave = () => end(clock.nowMs);
    const stop = clock.subscribe(watch);
    window.addEventListener("pagehide", leave);
    return () => {
      stop();
      window.removeEventListener("pagehide", leave);
      leave();
    };
  }, [clock]);
}
