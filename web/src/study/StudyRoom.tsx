import { type ReactNode, useEffect, useMemo, useRef } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import type { Clock } from "../player/clock";
import { spanAt, useOnClock } from "../player/hooks";
import { Picture } from "../player/Picture";
import { Boundary } from "../ui/Boundary";
import { Button } from "../ui/Button";
import { KeyList } from "../ui/KeyList";
import { Around } from "./Around";
import { Bar } from "./Bar";
import { Beside } from "./Beside";
import { Card } from "./Card";
import { Controls, useListening } from "./Controls";
import { isAnswered, isDone } from "./course";
import type { Rules, StudyLesson } from "./door";
import { EndPage } from "./EndPage";
import { FindWords } from "./FindWords";
import { type StudyMaterial, wordsOf } from "./materials";
import { OtherWords } from "./OtherWords";
import { ReadAlong } from "./ReadAlong";
import type { Course } from "./useCourse";
import { InWording, useWording } from "./useWording";
import { lessonIn, progressIn } from "./wording";

type Props = {
  clock: Clock;
  lesson: StudyLesson;
  rules: Rules;
  course: Course;
  startMs: number;
  after: StudyMaterial[];
  instructions?: string;
  /** The wording that the teacher gives it in. */
  wording?: string;
  /** Begins all of it again; null where the rules do not allow it. */
  again?: (() => Promise<void>) | null;
  retakesLeft?: number;
  /** Where a copy of all that is kept of the student is. */
  copy?: string;
  remark?: string;
  /** What is the student's own, given how to hear a moment: notes, what is kept on the device. */
  own?: (hear: (ms: number) => void) => ReactNode;
};

/** The room a student is in: picture first, then what is spoken, or one card at a time; beside it where there is room. */
export function StudyRoom(given: Props) {
  const wording = useWording(given.lesson.items, given.lesson.language, given.wording);
  const { tag } = wording;
  const lesson = useMemo(() => lessonIn(given.lesson, tag), [given.lesson, tag]);
  const told = given.course.progress;
  const progress = useMemo(() => new Map([...told].map(([id, p]) => [id, progressIn(p, tag)])), [told, tag]);
  const course = { ...given.course, progress };
  const props = { ...given, lesson, course };
  const { clock, rules } = props;
  const { t } = useTranslation();
  const { finished } = course;
  const canRead = rules.script !== "none";
  const [listening, listen] = useListening(clock);
  const back = () => course.seek(sentenceBefore(lesson, clock.nowMs));
  const on = () => course.seek(sentenceAfter(lesson, clock.nowMs));
  const { phase } = course;
  const asking = phase === "asking" && course.stop;
  const words = phase === "watching" || phase === "hearing";
  const hear = (ms: number) => {
    course.seek(ms);
    clock.play();
  };
  useTitle(props);
  useKeys([
    { keys: "Space", label: t("study.playHold"), run: () => clock.toggle(), off: phase !== "watching" },
    { keys: "ArrowLeft", label: t("study.back"), run: back, off: phase !== "watching" },
    { keys: "ArrowRight", label: t("study.on"), run: on, off: phase !== "watching" },
    { keys: "Escape", label: "", run: course.leaveHearing, off: phase !== "hearing" },
  ]);
  const ended = phase === "ended";
  const readable = {
    clock,
    lesson,
    script: finished ? ("all" as const) : rules.script,
    furthestMs: course.furthestMs,
    hear: phase === "watching" ? hear : null,
  };
  return (
    <main
      className={`mx-auto flex min-h-dvh max-w-3xl flex-col bg-paper ${ended ? "" : "beside:grid beside:h-dvh beside:max-w-none beside:grid-cols-[minmax(0,3fr)_minmax(300px,2fr)] beside:grid-rows-[auto_1fr]"}`}
    >
      {!ended && <h1 className="sr-only">{lesson.title}</h1>}
      <div
        className={
          ended ? "hidden" : asking ? "below:[&_video]:max-h-[26dvh]" : "beside:[&_video]:max-h-[calc(100dvh-11.5rem)]"
        }
      >
        <Picture
          clock={clock}
          url={lesson.media_url}
          playerUrl={lesson.player_url}
          playerDialect={lesson.player_dialect}
          hasPicture={lesson.has_picture}
          title={lesson.title}
          language={lesson.language}
          startMs={props.startMs}
          captions={listening.captions}
          words={canRead}
        />
        <Bar clock={clock} lesson={lesson} stops={course.stops} progress={course.progress} seek={course.seek} />
      </div>
      <div className="flex-1 beside:col-start-2 beside:row-span-2 beside:row-start-1 beside:overflow-y-auto beside:border-l beside:border-rule">
        <Boundary of={`${phase} ${course.stop?.atMs} ${course.index}`}>
          <InWording choice={wording}>
            {ended && <EndPage {...props} />}
            {asking && <Asking {...props} />}
          </InWording>
          {words && (
            <>
              <Told text={props.instructions} />
              <InWording choice={wording}>{course.beside && <Beside {...props} />}</InWording>
              <div className="px-4 py-3">
                <Around materials={lesson.materials.filter((m) => m.place === "before")} />
                <ReadAlong {...readable} />
                <FindWords {...readable} near={course.near} />
                {canRead && <OtherWords clock={clock} lesson={lesson} />}
                {props.own?.(hear)}
              </div>
            </>
          )}
        </Boundary>
      </div>
      {words && (
        <Transport {...props} back={back}>
          <Controls how={listening} set={listen} ofHost={lesson.player_url !== ""} words={canRead} />
        </Transport>
      )}
    </main>
  );
}

/** What the teacher has told about it. */
function Told({ text = "" }: { text?: string | undefined }) {
  if (!text.trim()) return null;
  return (
    <p dir="auto" className="whitespace-pre-wrap bg-sand px-4 py-2">
      {text}
    </p>
  );
}

/** The page's title says where in the lesson one is: a tab, a list of windows, a screen reader tell it. */
function useTitle({ lesson, course, clock }: Props) {
  const { t } = useTranslation();
  const at = useOnClock(clock, (c) => Math.max(0, spanAt(lesson.segments, c.nowMs)));
  const { phase, stop, index } = course;
  const number = lesson.items.findIndex((i) => i.id === stop?.items[index]?.id) + 1;
  const where =
    phase === "asking"
      ? t("study.itemOf", { number, count: lesson.items.length })
      : phase === "ended"
        ? t("study.theEnd")
        : (lesson.segments[at]?.title ?? "");
  useEffect(() => {
    document.title = [where, lesson.title].filter(Boolean).join(" · ");
  }, [where, lesson.title]);
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
        meanings={wordsOf(lesson.materials)}
        count={lesson.items.length}
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

function Transport({ clock, lesson, course, back, children }: Props & { back: () => void; children: ReactNode }) {
  const { t } = useTranslation();
  const playing = useOnClock(clock, (c) => c.playing);
  const atEnd = useOnClock(clock, (c) => c.nowMs >= lesson.end_ms - 500);
  const done = lesson.items.filter((i) => isAnswered(course.progress, i)).length;
  return (
    <div className="sticky bottom-0 flex flex-wrap items-center gap-2 border-t border-rule bg-sheet px-4 py-3 beside:static beside:col-start-1 beside:row-start-2 beside:self-start beside:border-t-0 beside:bg-transparent">
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
      {children}
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

function sentenceAfter(lesson: StudyLesson, ms: number): number {
  return lesson.sentences[spanAt(lesson.sentences, ms + 50) + 1]?.start_ms ?? lesson.end_ms;
}
