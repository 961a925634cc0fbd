import { useEffect, useMemo, useRef } from "react";
import { useTranslation } from "react-i18next";
import type { Clock } from "../player/clock";
import { spanAt, useOnClock } from "../player/hooks";
import type { Rules, StudyLesson } from "./door";
import { Explained } from "./Explained";
import { wordsOf } from "./materials";

/** What of the script may be read, and heard by a press. */
export type Readable = {
  clock: Clock;
  lesson: StudyLesson;
  script: Rules["script"];
  /** How far it was played. */
  furthestMs: () => number;
  /** Null where nothing may be heard now. */
  hear: ((ms: number) => void) | null;
};

/** The sentences of the segment that is playing; the one being spoken is marked and kept in sight, each can be tapped to be heard. */
export function ReadAlong({ clock, lesson, script, furthestMs, hear }: Readable) {
  const { t } = useTranslation();
  const segment = useOnClock(clock, (c) => Math.max(0, spanAt(lesson.segments, c.nowMs)));
  const current = useOnClock(clock, (c) => spanAt(lesson.sentences, c.nowMs));
  const marked = useRef<HTMLSpanElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it follows the sentence being spoken
  useEffect(() => {
    const still = matchMedia("(prefers-reduced-motion: reduce)").matches;
    marked.current?.scrollIntoView({ block: "nearest", behavior: still ? "auto" : "smooth" });
  }, [current]);
  const words = useMemo(() => wordsOf(lesson.materials), [lesson.materials]);
  const span = lesson.segments[segment];
  const last = useOnClock(clock, () =>
    script === "played" ? spanAt(lesson.sentences, furthestMs()) : Number.MAX_VALUE,
  );
  if (script === "none") return <p className="text-quiet">{t("study.wordsLater")}</p>;
  const inside = lesson.sentences
    .map((s, n) => ({ ...s, n }))
    .filter((s) => s.n <= last)
    .filter((s) => !span || (s.end_ms > span.start_ms && s.start_ms < span.end_ms));
  return (
    <p dir="auto" lang={lesson.language} className="font-script text-[17px] leading-relaxed">
      {inside.map((s) => (
        // biome-ignore lint/a11y/noStaticElementInteractions: by keys the arrows go from sentence to sentence
        // biome-ignore lint/a11y/useKeyWithClickEvents: the same
        <span
          key={s.n}
          onClick={hear ? () => hear(s.start_ms) : undefined}
          ref={s.n === current ? marked : undefined}
          className={`scroll-mb-36 scroll-mt-4 ${hear ? "cursor-pointer" : ""} ${s.n === current ? "bg-here" : ""}`}
        >
          <Explained text={s.text} words={words} />{" "}
        </span>
      ))}
    </p>
  );
}
