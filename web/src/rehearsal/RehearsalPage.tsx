import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { useTranslation } from "react-i18next";
import { useNavigate, useParams } from "react-router";
import { api, body } from "../api/client";
import { useKeys } from "../app/keys";
import { clock as shown } from "../app/times";
import { FIRST } from "../assignments/policy";
import type { Clock } from "../player/clock";
import { useClock } from "../player/hooks";
import type { Stop } from "../study/course";
import type { Rules, StudyDoor, StudyLesson } from "../study/door";
import { StudyRoom } from "../study/StudyRoom";
import { type Course, useCourse } from "../study/useCourse";
import { Button } from "../ui/Button";
import { NotYet } from "../ui/Notice";

const RULES: Rules = { ...FIRST, grace_min: 0 };

/** The lesson as a student will see it, with a ruler to jump between pauses. Nothing of it is recorded. */
export function RehearsalPage() {
  const { lesson = "" } = useParams();
  const found = useQuery({
    queryKey: ["rehearsal", lesson],
    gcTime: 0,
    queryFn: async () =>
      body(await api.GET("/api/lessons/{lesson_id}/rehearsal/", { params: { path: { lesson_id: lesson } } })),
  });
  if (!found.data) return <NotYet error={found.error} />;
  return <Rehearsal id={lesson} lesson={found.data} />;
}

function Rehearsal({ id, lesson }: { id: string; lesson: StudyLesson }) {
  const clock = useClock();
  const [finished, setFinished] = useState(false);
  const door: StudyDoor = useMemo(
    () => ({
      answer: async (item, response, before) =>
        body(
          await api.POST("/api/lessons/{lesson_id}/rehearsal/", {
            params: { path: { lesson_id: id } },
            body: { item, response, tries: before },
          }),
        ),
      open: async (item) => (lesson.items.find((i) => i.id === item)?.time_limit_s ?? 0) * 1000,
      played: () => undefined,
      finish: async () => setFinished(true),
      near: async (words) => {
        const found = body(await api.GET("/api/find/", { params: { query: { q: words, lesson: id } } }));
        const starts = lesson.sentences.map((s) => s.start_ms);
        return found.map((moment) => starts.indexOf(moment.start_ms)).filter((n) => n >= 0);
      },
    }),
    [id, lesson],
  );
  const course = useCourse({ clock, lesson, rules: RULES, door, first: [], furthestMs: 0, finished, closed: false });
  return (
    <>
      <Ruler id={id} clock={clock} course={course} seek={(ms) => course.seek(ms)} />
      <StudyRoom
        clock={clock}
        lesson={lesson}
        rules={RULES}
        course={course}
        startMs={lesson.start_ms}
        after={lesson.materials.filter((m) => m.place === "after")}
      />
    </>
  );
}

const BEFORE_PAUSE_MS = 2000;

function Ruler({ id, clock, course, seek }: { id: string; clock: Clock; course: Course; seek: (ms: number) => void }) {
  const { t } = useTranslation();
  const go = useNavigate();
  const back = () => go(`/lessons/${id}`);
  const jump = (stop: Stop | undefined) => {
    if (!stop) return;
    seek(stop.atMs - BEFORE_PAUSE_MS);
    clock.play();
  };
  const next = () => jump(course.stops.find((s) => s.atMs - BEFORE_PAUSE_MS > clock.nowMs + 100));
  const previous = () => jump(course.stops.findLast((s) => s.atMs - BEFORE_PAUSE_MS < clock.nowMs - 1000));
  useKeys([
    { keys: "J", label: t("rehearsal.next"), run: next },
    { keys: "Shift+J", label: t("rehearsal.previous"), run: previous },
    { keys: "Q", label: t("rehearsal.leave"), run: back },
  ]);
  return (
    <nav
      aria-label={t("rehearsal.ruler")}
      className="flex flex-wrap items-center gap-2 border-b border-rule bg-ink px-4 py-2 text-paper"
    >
      <span className="text-[13.5px]">{t("rehearsal.title")}</span>
      {course.stops.map((s) => (
        <button
          key={s.atMs}
          type="button"
          onClick={() => jump(s)}
          className="rounded border border-amber px-2 py-0.5 text-[13.5px] hover:bg-quiet"
        >
          {shown(s.atMs)}
        </button>
      ))}
      {course.stops.length === 0 && <span>{t("rehearsal.noPauses")}</span>}
      <Button small className="ml-auto" hint="Q" onClick={back}>
        {t("rehearsal.leave")}
      </Button>
    </nav>
  );
}
