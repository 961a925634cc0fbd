import { useEffect, useRef } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import type { Clock } from "../player/clock";
import { Button } from "../ui/Button";
import { Rich } from "../ui/Rich";
import { useWords } from "../ui/words";
import { Card } from "./Card";
import { isAnswered, isDone } from "./course";
import type { Question, Rules, StudyLesson } from "./door";
import { wordsOf } from "./materials";
import type { Course } from "./useCourse";

type Props = { clock: Clock; lesson: StudyLesson; rules: Rules; course: Course };

/** All items beside the recording, answered in any order: one is open, the others are a press away. */
export function Beside({ clock, lesson, rules, course }: Props) {
  const { t } = useTranslation();
  const { items } = lesson;
  const at = items.findIndex((i) => i.id === course.chosen);
  const open = items[at];
  const move = (by: number) => course.choose(items[Math.min(Math.max(at + by, 0), items.length - 1)]?.id ?? "");
  const following = items.find((i, n) => n > at && !isDone(course.progress, i));
  useKeys([
    { keys: "J", label: t("study.nextItem"), run: () => move(1) },
    { keys: "Shift+J", label: t("study.itemBefore"), run: () => move(-1) },
  ]);
  const top = useRef<HTMLLIElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each card that opens takes the focus
  useEffect(() => {
    if (open) top.current?.focus();
  }, [open?.id]);
  const hear = (from: number) => {
    course.seek(from - 300);
    clock.play();
  };
  const done = items.filter((i) => isAnswered(course.progress, i)).length;
  return (
    <section aria-label={t("study.items")}>
      <ol>
        {items.map((item, n) =>
          item.id === open?.id ? (
            <li key={item.id} ref={top} tabIndex={-1} className="scroll-mt-2 outline-none">
              <Card
                lesson={lesson}
                meanings={wordsOf(lesson.materials)}
                count={items.length}
                question={item}
                progress={course.progress.get(item.id)}
                number={n + 1}
                rules={rules}
                send={(response) => course.send(item.id, response)}
                open={course.openItem}
                hear={item.hear_from_ms === null ? null : () => hear(item.hear_from_ms ?? 0)}
                goOn={() => course.choose(following?.id ?? "")}
                goOnLabel={t(following ? "study.nextItem" : "study.toTheList")}
              />
            </li>
          ) : (
            <li key={item.id} className="border-b border-rule">
              <Line item={item} number={n + 1} course={course} />
            </li>
          ),
        )}
      </ol>
      <p className="flex flex-wrap items-center gap-3 p-4">
        <Button
          look={done === items.length ? "main" : "plain"}
          onClick={() => course.setPhase("ended")}
          className="min-h-11"
        >
          {t("study.toTheEnd")}
        </Button>
        <span className="text-[13.5px] text-quiet">{t("study.answered", { done, count: items.length })}</span>
      </p>
    </section>
  );
}

function Line({ item, number, course }: { item: Question; number: number; course: Course }) {
  const { t } = useTranslation();
  const words = useWords();
  const answered = isAnswered(course.progress, item);
  return (
    <button
      type="button"
      onClick={() => course.choose(item.id)}
      className="flex min-h-11 w-full items-baseline gap-3 px-4 py-2 text-left hover:bg-sheet"
    >
      <b className="w-5 shrink-0 text-quiet">{number}</b>
      <span {...words} className="flex-1">
        {item.withheld ? t("study.timed") : <Rich text={item.prompt} />}
      </span>
      <span className="shrink-0 text-[13.5px] text-quiet">{answered ? t("study.isAnswered") : ""}</span>
    </button>
  );
}
