import { useEffect, useRef } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import type { Clock } from "../player/clock";
import { spanAt, useOnClock } from "../player/hooks";
import { Picture } from "../player/Picture";
import { Button } from "../ui/Button";
import { KeyList } from "../ui/KeyList";
import { WordsLanguage } from "../ui/words";
import { Around } from "./Around";
import { Bar } from "./Bar";
import { Card } from "./Card";
import { isAnswered, isDone } from "./course";
import type { Rules, StudyLesson } from "./door";
import { EndPage } from "./EndPage";
import type { StudyMaterial } from "./materials";
import { OtherWords } from "./OtherWords";
import { ReadAlong } from "./ReadAlong";
import type { Course } from "./useCourse";

type Props = {
  clock: Clock;
  lesson: StudyLesson;
  rules: Rules;
  course: Course;
  startMs: number;
  after: StudyMaterial[];
};

/** The room a student is in: picture first, then what is spoken, or one card at a time. */
export function StudyRoom(props: Props) {
  const { clock, lesson, course } = props;
  const { t } = useTranslation();
  const back = () => course.seek(sentenceBefore(lesson, clock.nowMs));
  const asking = course.phase === "asking" && course.stop;
  useKeys([
    { keys: "Space", label: t("study.playHold"), run: () => clock.toggle(), off: course.phase !== "watching" },
    { keys: "ArrowLeft", label: t("study.back"), run: back, off: course.phase !== "watching" },
    { keys: "Escape", label: "", run: course.leaveHearing, off: course.phase !== "hearing" },
  ]);
  return (
    <main className="mx-auto flex min-h-dvh max-w-3xl flex-col bg-paper">
      {course.phase !== "ended" && <h1 className="sr-only">{lesson.title}</h1>}
      <div className={course.phase === "ended" ? "hidden" : ""}>
        <Picture
          clock={clock}
          url={lesson.media_url}
          playerUrl={lesson.player_url}
          playerDialect={lesson.player_dialect}
          hasPicture={lesson.has_picture}
          title={lesson.title}
          language={lesson.language}
          startMs={props.startMs}
        />
        <Bar clock={clock} lesson={lesson} stops={course.stops} progress={course.progress} seek={course.seek} />
      </div>
      <WordsLanguage value={lesson.language}>
        {course.phase === "ended" && <EndPage {...props} />}
        {asking && <Asking {...props} />}
      </WordsLanguage>
      {(course.phase === "watching" || course.phase === "hearing") && (
        <>
          <div className="flex-1 px-4 py-3">
            <Around materials={lesson.materials.filter((m) => m.place === "before")} />
            <ReadAlong clock={clock} lesson={lesson} />
            <OtherWords clock={clock} lesson={lesson} />
          </div>
          <Transport {...props} back={back} />
        </>
      )}
    </main>
  );
}

function Asking({ clock, lesson, course, rules }: Props) {
  const { t } = useTranslation();
  const top = useRef<HTMLDivElement>(null);
  // The lesson has it as it is asked by now; a timed one may have been opened since.
  const at = course.stop?.items[course.index];
  const question = lesson.items.find((i) => i.id === at?.id);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each new card takes the focus
  useEffect(() => {
    top.current?.focus({ preventScroll: true });
  }, [question?.id]);
  if (!question || !course.stop) return null;
  const from = question.hear_from_ms ?? sentenceBefore(lesson, clock.nowMs - 200);
  const more = course.stop.items.some((i, n) => n > course.index && !isDone(course.progress, i));
  return (
    <div ref={top} tabIndex={-1} className="outline-none">
      <Card
        key={question.id}
        lesson={lesson}
        question={question}
        progress={course.progress.get(question.id)}
        number={lesson.items.findIndex((i) => i.id === question.id) + 1}
        rules={rules}
        send={(response) => course.send(question.id, response)}
        open={course.openItem}
        hear={from < course.stop.atMs ? () => course.hear(from) : null}
        goOn={course.goOn}
        goOnLabel={t(course.fromList ? "study.toTheList" : more ? "study.nextItem" : "study.goOn")}
      />
    </div>
  );
}

function Transport({ clock, lesson, course, back }: Props & { back: () => void }) {
  const { t } = useTranslation();
  const playing = useOnClock(clock, (c) => c.playing);
  const atEnd = useOnClock(clock, (c) => c.nowMs >= lesson.end_ms - 500);
  const done = lesson.items.filter((i) => isAnswered(course.progress, i)).length;
  return (
    <div className="sticky bottom-0 flex flex-wrap items-center gap-2 border-t border-rule bg-sheet px-4 py-3">
      {course.phase === "hearing" ? (
        <Button look="main" className="min-h-11" onClick={course.leaveHearing}>
          {t("study.backToItem")}
        </Button>
      ) : (
        <>
          <Button look="main" className="min-h-11 min-w-20 justify-center" onClick={() => clock.toggle()}>
            {playing ? t("study.hold") : t("study.play")}
          </Button>
          <Button className="min-h-11" onClick={back}>
            {t("study.back")}
          </Button>
          {(atEnd || done === lesson.items.length) && (
            <Button className="min-h-11" onClick={() => course.setPhase("ended")}>
              {t("study.toTheEnd")}
            </Button>
          )}
        </>
      )}
      <span className="ml-auto flex items-center gap-2 text-[13.5px] text-quiet">
        {t("study.answered", { done, count: lesson.items.length })} <KeyList />
      </span>
    </div>
  );
}

function sentenceBefore(lesson: StudyLesson, ms: number): number {
  const at = spanAt(lesson.sentences, ms);
  const current = lesson.sentences[at];
  const early = current && ms - current.start_ms < 1200 ? lesson.sentences[at - 1] : current;
  return early?.start_ms ?? lesson.start_ms;
}
