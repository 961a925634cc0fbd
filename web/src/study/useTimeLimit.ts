import { useEffect, useRef, useState } from "react";
import type { Question, StudyDoor } from "./door";

const TICK_MS = 250;

/** What is ``left`` of a timed item's limit in ms, by the server's clock; null where there is none. ``over`` is called
 * once; ``rest`` stops the clock while the part is heard again. */
export function useTimeLimit(question: Question, on: boolean, clock: StudyDoor["clock"], over: () => void) {
  const limit = on ? question.time_limit_s : null;
  const [left, setLeft] = useState<number | null>(null);
  const latest = useRef(over);
  latest.current = over;
  useEffect(() => {
    if (limit === null) return setLeft(null);
    let live = true;
    // Counted from here on at once; the server's word comes in when it comes, and without a connection it is this alone.
    let ends = Date.now() + limit * 1000;
    clock(question.id, false).then((told) => {
      if (told !== null) ends = Date.now() + told;
    });
    const tick = () => {
      const now = Math.max(0, ends - Date.now());
      setLeft(now);
      if (now > 0 || !live) return;
      live = false;
      clearInterval(timer);
      latest.current();
    };
    const timer = setInterval(tick, TICK_MS);
    setLeft(limit * 1000);
    return () => {
      live = false;
      clearInterval(timer);
    };
  }, [limit, clock, question.id]);
  const rest = () => {
    if (limit !== null) clock(question.id, true);
  };
  return { left, rest };
}
