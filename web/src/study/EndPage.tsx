import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { clock as shown } from "../app/times";
import type { Clock } from "../player/clock";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { Rich } from "../ui/Rich";
import { Around } from "./Around";
import { isAnswered, isDone } from "./course";
import type { Question, Rules, StudyLesson } from "./door";
import { Feedback } from "./Feedback";
import type { StudyMaterial } from "./materials";
import type { Course } from "./useCourse";

type Props = {
  clock: Clock;
  lesson: StudyLesson;
  rules: Rules;
  course: Course;
  after: StudyMaterial[];
  again?: (() => Promise<void>) | null;
  retakesLeft?: number;
  copy?: string;
  /** What the teacher says of all of it. */
  remark?: string;
};

/** The end: everything once more, with what may be told of it; what is still open, before the student finishes. */
export function EndPage({ clock, lesson, rules, course, after, again, retakesLeft = 0, copy, remark = "" }: Props) {
  const { t } = useTranslation();
  const asked = lesson.items.filter((i) => i.kind !== "note");
  const last = (i: Question) => course.progress.get(i.id)?.answers.at(-1);
  const right = asked.filter((i) => last(i)?.outcome === "right").length;
  const told = asked.some((i) => last(i)?.outcome === "right" || last(i)?.outcome === "wrong");
  const answered = asked.filter((i) => isAnswered(course.progress, i)).length;
  const { finished } = course;
  return (
    <div className="p-4">
      <h1 dir="auto" className="font-script text-2xl font-semibold">
        {lesson.title}
      </h1>
      <p className="mb-4 mt-1">
        {told
          ? t("study.endRight", { right, count: asked.length })
          : t("study.endDone", { done: answered, count: asked.length })}
        {finished && !told && rules.feedback === "after_closing" && ` ${t("study.afterClosing")}`}
      </p>
      {!finished && <Finish course={course} rules={rules} open={asked.filter((i) => !isDone(course.progress, i))} />}
      {remark && <Remark text={remark} />}
      <HearAgain lesson={lesson} course={course} clock={clock} />
      <ol className="space-y-4">
        {asked.map((item, n) => (
          <li key={item.id} className="rounded border border-rule bg-sheet p-3">
            <h2 dir="auto" className="mb-2 font-semibold">
              {n + 1}. {item.withheld ? t("study.timed") : <Rich text={item.prompt} />}
            </h2>
            <Given item={item} lesson={lesson} course={course} />
          </li>
        ))}
      </ol>
      <div className="mt-4">
        <Around materials={after} open />
      </div>
      {finished && again && <Again again={again} left={retakesLeft} rules={rules} />}
      <WatchAgain course={course} clock={clock} startMs={lesson.start_ms} />
      {copy && (
        <p className="mt-4">
          <a className="text-[14px] text-teal underline" href={copy} download>
            {t("study.copy")}
          </a>
        </p>
      )}
    </div>
  );
}

function Remark({ text }: { text: string }) {
  const { t } = useTranslation();
  return (
    <section className="mb-4 border-l-4 border-teal bg-sheet px-3 py-2">
      <h2 className="text-[13.5px] text-quiet">{t("study.remark")}</h2>
      <p dir="auto" className="whitespace-pre-line">
        {text}
      </p>
    </section>
  );
}

const NOT_RIGHT = ["wrong", "not_sure", "out_of_time"];

/** The moments of what was not right at last, to be heard again. */
function HearAgain({ lesson, course, clock }: { lesson: StudyLesson; course: Course; clock: Clock }) {
  const { t } = useTranslation();
  const moments = lesson.items.flatMap((item) => {
    const last = course.progress.get(item.id)?.answers.at(-1);
    const at = item.hear_from_ms;
    return at !== null && NOT_RIGHT.includes(last?.outcome ?? "") ? [{ item, at }] : [];
  });
  if (moments.length === 0) return null;
  const hear = (ms: number) => {
    course.seek(ms - 300);
    clock.play();
  };
  return (
    <section aria-labelledby="again" className="mb-5">
      <h2 id="again" className="mb-1 font-semibold">
        {t("study.worthHearing")}
      </h2>
      <ul className="divide-y divide-rule border-y border-rule">
        {moments.map(({ item, at }) => (
          <li key={item.id}>
            <button
              type="button"
              className="flex min-h-11 w-full items-baseline gap-3 px-1 py-1.5 text-left hover:bg-sheet"
              onClick={() => hear(at)}
            >
              <span className="w-12 shrink-0 text-teal underline">{shown(at)}</span>
              <span dir="auto">
                <Rich text={item.prompt} />
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** One item at the end: what was given and is told of it, and the way back to it while it is open. */
function Given({ item, lesson, course }: { item: Question; lesson: StudyLesson; course: Course }) {
  const { t } = useTranslation();
  const progress = course.progress.get(item.id);
  const given = progress !== undefined && progress.answers.length > 0;
  return (
    <>
      {progress && (given || progress.key) && <Feedback question={item} progress={progress} lesson={lesson} />}
      {progress?.done && !given && !progress.key && <p className="text-quiet">{t("study.kept")}</p>}
      {!course.closed && !isDone(course.progress, item) && (
        <Button className={given ? "mt-2" : ""} onClick={() => course.askFromList(item.id)}>
          {t(given ? "study.change" : "study.answerNow")}
        </Button>
      )}
    </>
  );
}

/** Finishing lets go of what was held back and makes the answers final, so it is pressed, unless nothing is open. */
function Finish({ course, rules, open }: { course: Course; rules: Rules; open: Question[] }) {
  const { t } = useTranslation();
  const [pressed, setPressed] = useState(false);
  const finish = () => {
    setPressed(true);
    course.finish();
  };
  const nothingOpen = open.length === 0;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when everything is settled
  useEffect(() => {
    if (nothingOpen && !pressed) finish();
  }, [nothingOpen]);
  useKeys([{ keys: "F", label: t("study.finish"), run: finish, off: pressed }]);
  const unanswered = open.filter((i) => !isAnswered(course.progress, i)).length;
  if (pressed) {
    return (
      <p role="status" className="mb-3 border-l-4 border-amber bg-sheet px-3 py-2">
        {t("study.finishing")}
      </p>
    );
  }
  return (
    <div className="mb-4 border-l-4 border-amber bg-sheet px-3 py-2">
      {unanswered > 0 && <p>{t("study.endOpen", { count: unanswered })}</p>}
      <p className="mb-2">
        {t(rules.show_key && rules.feedback !== "after_closing" ? "study.finalKey" : "study.final")}
      </p>
      <Button look="main" className="min-h-11" onClick={finish}>
        {t("study.finish")}
      </Button>
    </div>
  );
}

/** Another time through everything, where the teacher allows it. */
function Again({ again, left, rules }: { again: () => Promise<void>; left: number; rules: Rules }) {
  const { t } = useTranslation();
  const [error, setError] = useState<unknown>(null);
  return (
    <div className="mt-4 border-l-4 border-amber bg-sheet px-3 py-2">
      <p className="mb-2">{t("study.againLeft", { count: left }) + t(`study.counting.${rules.counting}`)}</p>
      <ErrorNotice error={error} />
      <Button className="min-h-11" onClick={() => again().catch(setError)}>
        {t("study.doAgain")}
      </Button>
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
