import { useTranslation } from "react-i18next";
import { clock as shown } from "../app/times";
import type { Clock } from "../player/clock";
import { spanAt, useOnClock } from "../player/hooks";
import { along, instantAt, isDone, type Stop } from "./course";
import type { Progress, StudyLesson } from "./door";

/** How far along: a piece for each segment, a mark for each pause (filled once everything there is answered). */
export function Bar(props: {
  clock: Clock;
  lesson: StudyLesson;
  stops: Stop[];
  progress: Map<string, Progress>;
  seek: (ms: number) => void;
}) {
  const { clock, lesson } = props;
  const { t } = useTranslation();
  const second = useOnClock(clock, (c) => Math.floor(c.nowMs / 1000));
  const now = second * 1000;
  const number = Math.max(0, spanAt(lesson.segments, now));
  const length = along(lesson.stretches, lesson.end_ms);
  return (
    <div className="px-4 pt-2">
      <div className="relative pt-2">
        <div className="flex h-2.5 gap-[3px]" aria-hidden="true">
          {lesson.segments.map((s) => {
            const share = Math.min(1, Math.max(0, (now - s.start_ms) / (s.end_ms - s.start_ms)));
            return (
              <div key={s.id} style={{ flexGrow: s.end_ms - s.start_ms }} className="h-1.5 basis-0 self-center bg-rule">
                <div className="h-full bg-ink" style={{ width: `${share * 100}%` }} />
              </div>
            );
          })}
        </div>
        {props.stops.map((s) => (
          <span
            key={s.atMs}
            aria-hidden="true"
            style={{ left: `${(along(lesson.stretches, s.atMs) / length) * 100}%` }}
            className={`absolute top-0 h-2 w-[7px] -translate-x-1/2 border-x-2 border-amber ${s.items.every((i) => isDone(props.progress, i)) ? "bg-amber" : "bg-paper"}`}
          />
        ))}
        <input
          type="range"
          aria-label={t("study.position")}
          aria-valuetext={shown(now)}
          className="absolute inset-x-0 -top-1.5 h-6 w-full cursor-pointer opacity-0 focus-visible:opacity-60"
          min={0}
          max={length}
          step={1000}
          value={along(lesson.stretches, now)}
          onChange={(e) => props.seek(instantAt(lesson.stretches, Number(e.target.value)))}
        />
      </div>
      <p className="flex justify-between gap-3 pt-1 text-[13.5px] text-quiet">
        <span dir="auto" className="truncate">
          {t("study.segmentOf", { number: number + 1, count: lesson.segments.length })} ·{" "}
          {lesson.segments[number]?.title}
        </span>
        <span className="shrink-0">
          {shown(along(lesson.stretches, now))} / {shown(length)}
        </span>
      </p>
    </div>
  );
}
