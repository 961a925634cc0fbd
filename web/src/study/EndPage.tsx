import { useState } from "react";
import { useTranslation } from "react-i18next";
import type { Clock } from "../player/clock";
import { Button } from "../ui/Button";
import { Rich } from "../ui/Rich";
import { Around } from "./Around";
import { isDone } from "./course";
import type { Question, StudyLesson } from "./door";
import { Feedback } from "./Feedback";
import type { StudyMaterial } from "./materials";
import type { Course } from "./useCourse";

type Props = { clock: Clock; lesson: StudyLesson; course: Course; finish: () => void; after: StudyMaterial[] };

/** The end: everything once more, with what may be told of it. */
export function EndPage({ clock, lesson, course, after }: Props) {
  const { t } = useTranslation();
  const asked = lesson.items.filter((i) => i.kind !== "note");
  const right = asked.filter((i) => course.progress.get(i.id)?.answers.at(-1)?.outcome === "right").length;
  const told = asked.some((i) =>
    course.progress.get(i.id)?.answers.some((a) => a.outcome === "right" || a.outcome === "wrong"),
  );
  const open = asked.filter((i) => !isDone(course.progress, i));
  const hear = (item: Question) => {
    const stop = course.stops.find((s) => s.items.some((i) => i.id === item.id));
    if (!stop) return;
    clock.seek(stop.atMs);
    course.ask(stop);
  };
  return (
    <div className="p-4">
      <h1 dir="auto" className="font-script text-2xl font-semibold">
        {lesson.title}
      </h1>
      <p className="mb-4 mt-1">
        {told
          ? t("study.endRight", { right, count: asked.length })
          : t("study.endDone", { done: asked.length - open.length, count: asked.length })}
      </p>
      {open.length > 0 && (
        <p className="mb-3 border-l-4 border-amber bg-sheet px-3 py-2">{t("study.endOpen", { count: open.length })}</p>
      )}
      <ol className="space-y-4">
        {asked.map((item, n) => (
          <li key={item.id} className="rounded border border-rule bg-sheet p-3">
            <h2 dir="auto" className="mb-2 font-semibold">
              {n + 1}. <Rich text={item.prompt} />
            </h2>
            {course.progress.get(item.id)?.answers.length ? (
              <Feedback question={item} progress={course.progress.get(item.id) as never} lesson={lesson} />
            ) : (
              <Button onClick={() => hear(item)}>{t("study.answerNow")}</Button>
            )}
          </li>
        ))}
      </ol>
      <div className="mt-4">
        <Around materials={after} open />
      </div>
      <WatchAgain course={course} clock={clock} startMs={lesson.start_ms} />
    </div>
  );
}

function WatchAgain({ course, clock, startMs }: { course: Course; clock: Clock; startMs: number }) {
  const { t } = useTranslation();
  const [pressed, setPressed] = useState(false);
  if (pressed) return null;
  return (
    <Button
      className="mt-4 min-h-11"
      onClick={() => {
        setPressed(true);
        clock.seek(startMs);
        course.watch();
      }}
    >
      {t("study.watchAgain")}
    </Button>
  );
}
