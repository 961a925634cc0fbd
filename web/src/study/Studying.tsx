import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { useTranslation } from "react-i18next";
import { ApiError, api, body, type Schemas } from "../api/client";
import { newId } from "../app/ids";
import { useClock } from "../player/hooks";
import { allowedSeek, momentIn } from "./course";
import { KEPT_HERE, type Progress, type Question, type StudyDoor, type StudyLesson } from "./door";
import { Notes } from "./Notes";
import { NotTaken } from "./NotTaken";
import { Keep } from "./offline/Keep";
import { Outbox } from "./outbox";
import { AskForLook } from "./SecondLook";
import { StudyRoom } from "./StudyRoom";
import { useCourse } from "./useCourse";

type Study = Schemas["StudyOut"];
type Student = NonNullable<Study["student"]>;
type Props = {
  code: string;
  study: Study;
  lesson: StudyLesson;
  student: Student;
  /** Begins another time through it. */
  again: () => Promise<void>;
};

/** A student at work: what they do goes to the server through the outbox, what it tells comes into the course. */
export function Studying({ code, study, lesson: given, student, again }: Props) {
  const clock = useClock();
  const { t } = useTranslation();
  const take = useRef<(told: Progress) => void>(() => undefined);
  const { lesson, after, finished, closed, look, asked } = useTold(code, { study, first: given, student }, take);
  const outbox = useMemo(
    () =>
      new Outbox(
        code,
        student.id,
        (told) => take.current(told),
        () => look().catch(() => undefined),
      ),
    [code, student.id, look],
  );
  const door = useDoor(code, outbox, look, asked);
  const furthestMs = Math.max(0, ...student.watched.map((s) => s.end_ms));
  // What waits on the device counts as answered here.
  const [first] = useState(() => student.items.map((p) => (outbox.waitsFor(p.item) ? { ...p, ...KEPT_HERE } : p)));
  const course = useCourse({
    ...{ clock, lesson, rules: study.rules, door, first, furthestMs },
    finished: finished || closed,
    closed,
  });
  take.current = course.take;
  const waiting = useSyncExternalStore(outbox.subscribe, () => outbox.count);
  const refused = useSyncExternalStore(outbox.subscribe, () => outbox.refused);
  // What was refused later is shown as the server has it.
  useEffect(() => {
    if (refused !== "[]") look().catch(() => undefined);
  }, [refused, look]);
  const goesOnAt = furthestMs >= lesson.end_ms - 1000 ? lesson.start_ms : Math.max(lesson.start_ms, furthestMs);
  // A code on a handout leads to a moment, as far as the rules let go there.
  const scanned = momentIn(window.location.hash);
  const within = Math.min(lesson.end_ms - 1000, Math.max(lesson.start_ms, scanned ?? 0));
  const startMs = scanned === null ? goesOnAt : allowedSeek(study.rules, within, goesOnAt, furthestMs);
  const askForLook = useCallback(
    async (answer: string, reason: string) =>
      take.current(
        body(await api.POST("/api/study/{code}/looks/", { params: { path: { code } }, body: { answer, reason } })),
      ),
    [code],
  );
  return (
    <AskForLook value={askForLook}>
      {waiting > 0 && (
        <p role="status" className="bg-sand px-4 py-1 text-center text-[13.5px]">
          {t("study.outbox", { count: waiting })}
        </p>
      )}
      {study.corrections.map((c) => (
        <p key={c.number} role="status" dir="auto" className="border-l-4 border-moss bg-sheet px-4 py-1.5 text-[14px]">
          {t("study.corrected", { number: c.number })} {c.why}
        </p>
      ))}
      <NotTaken lesson={lesson} list={JSON.parse(refused)} seen={(id) => outbox.seen(id)} />
      <StudyRoom
        clock={clock}
        lesson={lesson}
        rules={study.rules}
        course={course}
        startMs={startMs}
        after={after}
        instructions={study.instructions}
        wording={study.wording}
        again={student.retakes_left > 0 && !closed ? again : null}
        retakesLeft={student.retakes_left}
        own={(hear) => (
          <>
            <Notes code={code} first={student.notes} clock={clock} hear={hear} />
            <Keep code={code} lesson={lesson} />
          </>
        )}
        remark={student.remark}
        copy={`/api/study/${code}/data/`}
      />
    </AskForLook>
  );
}

type First = { study: Study; first: StudyLesson; student: Student };

/** What the server has told: the lesson with what may be asked of it by now, and what there is once it is finished. */
function useTold(code: string, { study, first, student }: First, take: { current: (told: Progress) => void }) {
  const [lesson, setLesson] = useState(first);
  const [after, setAfter] = useState(student.materials);
  const [finished, setFinished] = useState(student.finished);
  const [closed, setClosed] = useState(study.state === "closed");
  const look = useCallback(async () => {
    const fresh = body(await api.GET("/api/study/{code}/", { params: { path: { code } } }));
    if (fresh.lesson) setLesson(fresh.lesson);
    if (!fresh.student) return;
    for (const told of fresh.student.items) take.current(told);
    setAfter(fresh.student.materials);
    setFinished(fresh.student.finished);
    setClosed(fresh.state === "closed");
  }, [code, take]);
  const asked = useCallback(
    (question: Question) =>
      setLesson((old) => ({ ...old, items: old.items.map((i) => (i.id === question.id ? question : i)) })),
    [],
  );
  return { lesson, after, finished, closed, look, asked };
}

function useDoor(
  code: string,
  outbox: Outbox,
  look: () => Promise<void>,
  asked: (question: Question) => void,
): StudyDoor {
  return useMemo(
    () => ({
      answer: async (item, response) => {
        try {
          return await outbox.answer(newId(), item, response);
        } catch (refused) {
          // Refused by what happened elsewhere, in another tab or by the clock: the course learns how things are now.
          if (refused instanceof ApiError) await look().catch(() => undefined);
          throw refused;
        }
      },
      open: async (item, rests) => {
        const opened = body(
          await api.POST("/api/study/{code}/clock/", { params: { path: { code } }, body: { item, rests } }),
        );
        asked(opened.question);
        return opened.left_ms;
      },
      played: (stretch) => outbox.played(stretch),
      finish: () => outbox.finish(),
      near: async (words) =>
        body(await api.GET("/api/study/{code}/near/", { params: { path: { code }, query: { words } } })),
    }),
    [outbox, code, look, asked],
  );
}
