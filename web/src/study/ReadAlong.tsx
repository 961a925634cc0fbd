import { useEffect, useMemo, useRef } from "react";
import type { Clock } from "../player/clock";
import { spanAt, useOnClock } from "../player/hooks";
import type { StudyLesson } from "./door";
import { Explained } from "./Explained";
import { wordsOf } from "./materials";

/** The sentences of the segment that is playing; the one being spoken is marked and kept in sight. */
export function ReadAlong({ clock, lesson }: { clock: Clock; lesson: StudyLesson }) {
  const segment = useOnClock(clock, (c) => Math.max(0, spanAt(lesson.segments, c.nowMs)));
  const current = useOnClock(clock, (c) => spanAt(lesson.sentences, c.nowMs));
  const marked = useRef<HTMLSpanElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it follows the sentence being spoken
  useEffect(() => {
    marked.current?.scrollIntoView({ block: "nearest", behavior: "smooth" });
  }, [current]);
  const words = useMemo(() => wordsOf(lesson.materials), [lesson.materials]);
  const span = lesson.segments[segment];
  const inside = lesson.sentences
    .map((s, n) => ({ ...s, n }))
    .filter((s) => !span || (s.end_ms > span.start_ms && s.start_ms < span.end_ms));
  return (
    <p dir="auto" lang={lesson.language} className="font-script text-[17px] leading-relaxed">
      {inside.map((s) => (
        <span key={s.n} ref={s.n === current ? marked : undefined} className={s.n === current ? "bg-here" : ""}>
          <Explained text={s.text} words={words} />{" "}
        </span>
      ))}
    </p>
  );
}
