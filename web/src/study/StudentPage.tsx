import { type FormEvent, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import { useTranslation } from "react-i18next";
import { ApiError, api, body, type Schemas } from "../api/client";
import { newId } from "../app/ids";
import { moment } from "../app/times";
import { useClock } from "../player/hooks";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { LanguageChoice } from "../ui/LanguageChoice";
import { ErrorNotice, Waiting } from "../ui/Notice";
import type { StudyDoor, StudyLesson } from "./door";
import { Outbox } from "./outbox";
import { StudyRoom } from "./StudyRoom";
import { useCourse } from "./useCourse";

type Study = Schemas["StudyOut"];

/** What a student sees at /s/CODE: a name to give, then the lesson. */
export function StudentPage({ code }: { code: string }) {
  const [study, setStudy] = useState<Study | null>(null);
  const [error, setError] = useState<unknown>(null);
  useEffect(() => {
    if (!code) return;
    api
      .GET("/api/study/{code}/", { params: { path: { code } } })
      .then((r) => setStudy(body(r)))
      .catch(setError);
  }, [code]);
  if (!code || (error instanceof ApiError && error.status === 404)) return <CodePage wrong={Boolean(code)} />;
  if (error) return <ErrorNotice error={error} />;
  if (!study) return <Waiting />;
  if (study.lesson && study.student) return <Studying code={code} study={study} lesson={study.lesson} />;
  return <JoinPage code={code} study={study} joined={setStudy} />;
}

function CodePage({ wrong }: { wrong: boolean }) {
  const { t } = useTranslation();
  const [code, setCode] = useState("");
  const go = (e: FormEvent) => {
    e.preventDefault();
    location.href = `/s/${encodeURIComponent(code.trim().toLowerCase())}`;
  };
  return (
    <main className="mx-auto max-w-md p-6">
      <h1 className="mb-4 font-script text-2xl font-semibold">Escuela</h1>
      {wrong && (
        <p role="alert" className="mb-3">
          {t("study.noSuchCode")}
        </p>
      )}
      <form onSubmit={go}>
        <Field label={t("study.code")}>
          <input
            className="field"
            value={code}
            onChange={(e) => setCode(e.target.value)}
            autoCapitalize="none"
            autoComplete="off"
          />
        </Field>
        <Button look="main" type="submit" disabled={!code.trim()} className="min-h-11">
          {t("study.enter")}
        </Button>
      </form>
    </main>
  );
}

function JoinPage({ code, study, joined }: { code: string; study: Study; joined: (study: Study) => void }) {
  const { t, i18n } = useTranslation();
  const [nickname, setNickname] = useState("");
  const [error, setError] = useState<unknown>(null);
  const enter = (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    api
      .POST("/api/study/{code}/", { params: { path: { code } }, body: { nickname } })
      .then((r) => joined(body(r)))
      .catch(setError);
  };
  const { rules } = study;
  const opensAt = rules.opens_at ? moment(rules.opens_at, i18n.language) : "";
  return (
    <main className="mx-auto max-w-md p-6">
      <p className="mb-6 flex justify-between text-quiet">
        Escuela <LanguageChoice />
      </p>
      <h1 dir="auto" className="mb-1 font-script text-2xl font-semibold">
        {study.title}
      </h1>
      <p className="mb-4 text-quiet">
        {t("study.itemCount", { count: study.item_count })}
        {rules.due_at && ` · ${t("study.due", { at: moment(rules.due_at, i18n.language) })}`}
      </p>
      {study.state === "not_yet" && <p role="status">{t("study.notYet", { at: opensAt })}</p>}
      {study.state === "closed" && <p role="status">{t("study.closed")}</p>}
      {(study.state === "open" || study.state === "late") && (
        <form onSubmit={enter}>
          {study.state === "late" && <p className="mb-3 border-l-4 border-amber pl-3">{t("study.late")}</p>}
          <Field label={t("study.nickname")} help={t("study.nicknameHelp")}>
            <input
              className="field"
              dir="auto"
              value={nickname}
              onChange={(e) => setNickname(e.target.value)}
              autoComplete="off"
            />
          </Field>
          <ErrorNotice error={error} />
          <Button look="main" type="submit" className="min-h-11">
            {t("study.start")}
          </Button>
        </form>
      )}
    </main>
  );
}

function Studying({ code, study, lesson }: { code: string; study: Study; lesson: StudyLesson }) {
  const clock = useClock();
  const { t } = useTranslation();
  // An answer that waited on the device may arrive at any time; it is shown by the course as it is then.
  const arrived = useRef<(told: Schemas["ProgressOut"]) => void>(() => undefined);
  const outbox = useMemo(() => new Outbox(code, (told) => arrived.current(told)), [code]);
  const door: StudyDoor = useMemo(
    () => ({
      answer: (item, response) => outbox.answer(newId(), item, response),
      clock: (item, rests) =>
        api.POST("/api/study/{code}/clock/", { params: { path: { code } }, body: { item, rests } }).then(
          (r) => body(r).left_ms,
          () => null,
        ),
      played: (stretch) => outbox.played(stretch),
      finish: async () => outbox.finish(),
    }),
    [outbox, code],
  );
  const watched = study.student?.watched ?? [];
  const furthestMs = Math.max(0, ...watched.map((s) => s.end_ms));
  const finished = Boolean(study.student?.finished) || study.state === "closed";
  const first = study.student?.items ?? [];
  const course = useCourse({ clock, lesson, rules: study.rules, door, first, furthestMs, finished });
  arrived.current = course.take;
  const [after, setAfter] = useState(study.student?.materials ?? []);
  const ended = course.phase === "ended";
  useEffect(() => {
    if (!ended || finished) return;
    door.finish();
    // What was held back until the end is fetched once everything has been handed in.
    refreshSoon(code, outbox).then((student) => {
      for (const told of student?.items ?? []) course.take(told);
      setAfter(student?.materials ?? []);
    });
  }, [ended, finished, door, code, outbox, course.take]);
  const waiting = useSyncExternalStore(outbox.subscribe, () => outbox.count);
  const startMs = furthestMs >= lesson.end_ms - 1000 ? lesson.start_ms : Math.max(lesson.start_ms, furthestMs);
  return (
    <>
      {waiting > 0 && (
        <p role="status" className="bg-sand px-4 py-1 text-center text-[13.5px]">
          {t("study.outbox", { count: waiting })}
        </p>
      )}
      <StudyRoom
        clock={clock}
        lesson={lesson}
        rules={study.rules}
        course={course}
        startMs={startMs}
        after={after}
        finish={() => course.setPhase("ended")}
      />
    </>
  );
}

async function refreshSoon(code: string, outbox: Outbox): Promise<Study["student"]> {
  await outbox.send();
  return body(await api.GET("/api/study/{code}/", { params: { path: { code } } })).student;
}
