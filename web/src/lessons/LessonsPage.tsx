import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useNavigate } from "react-router";
import { Header, Who } from "../app/Header";
import { useKeys } from "../app/keys";
import { clock, moment } from "../app/times";
import { Button } from "../ui/Button";
import { ErrorNotice, useSentence, Waiting } from "../ui/Notice";
import { JobSteps } from "./JobSteps";
import {
  errorOfJob,
  type Given,
  isOpen,
  type Job,
  type LessonRow,
  useJobActs,
  useJobs,
  useLessons,
  useOverview,
} from "./queries";

/** Every lesson, newest first, with what waits. */
export function LessonsPage() {
  const { t } = useTranslation();
  const go = useNavigate();
  const [words, setWords] = useState("");
  const [folder, setFolder] = useState<string>();
  const find = useRef<HTMLInputElement>(null);
  const every = useLessons("", undefined);
  const lessons = useLessons(words, folder);
  useKeys([
    { keys: "N", label: t("lessons.new"), run: () => go("/new") },
    { keys: "/", label: t("lessons.find"), run: () => find.current?.focus() },
  ]);
  return (
    <>
      <Header
        actions={
          <>
            <Who />
            <Button look="main" hint="N" onClick={() => go("/new")}>
              {t("lessons.new")}
            </Button>
          </>
        }
      />
      <div className="grid min-h-[calc(100dvh-48px)] bg-sheet lg:grid-cols-[196px_1fr_336px]">
        <Folders lessons={every.data ?? []} folder={folder} choose={setFolder} />
        <main className="px-6 py-4">
          <h1 className="sr-only">{t("lessons.title")}</h1>
          <input
            ref={find}
            type="search"
            className="field"
            placeholder={t("lessons.find")}
            aria-label={t("lessons.find")}
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
          {words.trim() && (
            <Link className="mt-1 inline-block text-teal underline" to={`/find?q=${encodeURIComponent(words)}`}>
              {t("find.everywhere", { words })}
            </Link>
          )}
          <ErrorNotice error={lessons.error} />
          {lessons.isPending ? (
            <Waiting />
          ) : (
            <Rows rows={lessons.data ?? []} searching={words !== "" || folder !== undefined} />
          )}
        </main>
        <WaitingForYou lessons={every.data ?? []} />
      </div>
    </>
  );
}

function Folders(props: {
  lessons: LessonRow[];
  folder: string | undefined;
  choose: (folder: string | undefined) => void;
}) {
  const { t } = useTranslation();
  const counts = new Map<string, number>();
  for (const l of props.lessons) if (l.folder) counts.set(l.folder, (counts.get(l.folder) ?? 0) + 1);
  const rows: [string | undefined, string, number][] = [
    [undefined, t("lessons.all"), props.lessons.length],
    ...[...counts].sort().map(([name, n]): [string, string, number] => [name, name, n]),
  ];
  return (
    <nav aria-label={t("lessons.folders")} className="border-r border-rule bg-paper p-4">
      {rows.map(([value, name, n]) => (
        <button
          key={name}
          type="button"
          aria-current={props.folder === value}
          onClick={() => props.choose(value)}
          className={`flex w-full justify-between rounded px-2 py-1.5 text-left ${props.folder === value ? "bg-sand font-semibold" : ""}`}
        >
          <span>{name}</span> <span className="text-quiet">{n}</span>
        </button>
      ))}
    </nav>
  );
}

function Rows({ rows, searching }: { rows: LessonRow[]; searching: boolean }) {
  const { t } = useTranslation();
  const overview = useOverview();
  // The newest assignment of a lesson comes first, and stands.
  const given = new Map([...(overview.data ?? [])].reverse().map((g) => [g.lesson_id ?? "", g] as const));
  if (rows.length === 0) {
    return <p className="py-10 text-center text-quiet">{t(searching ? "lessons.noneFound" : "lessons.none")}</p>;
  }
  return (
    <ul>
      {rows.map((l) => (
        <li key={l.id} className="flex items-center gap-4 border-b border-rule py-4">
          {l.poster_url ? (
            <img src={l.poster_url} alt="" className="h-14 w-24 rounded-[3px] object-cover" />
          ) : (
            <span className="h-14 w-24 rounded-[3px] bg-sand" />
          )}
          <div className="min-w-0 flex-1">
            <Link to={`/lessons/${l.id}`} className="font-script text-[18px] font-semibold hover:underline">
              {l.title}
            </Link>
            <p className="text-[14px] text-quiet">
              {[l.folder, clock(l.duration_ms), t("lessons.items", { count: l.item_count })]
                .filter(Boolean)
                .join(" · ")}
            </p>
            <Pauses lesson={l} />
          </div>
          <p className="text-right text-[14px]">
            {l.undecided > 0 && <b className="block">{t("lessons.toDecide", { count: l.undecided })}</b>}
            {given.has(l.id) ? (
              <Standing given={given.get(l.id)} />
            ) : (
              <span className="text-quiet">{t(l.item_count > 0 ? "lessons.notShared" : "lessons.noItems")}</span>
            )}
          </p>
        </li>
      ))}
    </ul>
  );
}

/** How far the class is that has the lesson. */
function Standing({ given }: { given: Given | undefined }) {
  const { t, i18n } = useTranslation();
  if (!given) return null;
  return (
    <>
      <b className="block">{t("lessons.finished", { finished: given.finished, count: given.joined })}</b>
      {given.due_at && (
        <span className="block text-quiet">{t("study.due", { at: moment(given.due_at, i18n.language) })}</span>
      )}
    </>
  );
}

function Pauses({ lesson }: { lesson: LessonRow }) {
  return (
    <div className="relative mt-2 h-3 max-w-md" aria-hidden="true">
      <div className="absolute top-1/2 h-0.5 w-full bg-rule" />
      {lesson.pauses.map((p) => (
        <span
          key={p}
          style={{ left: `${(p / Math.max(1, lesson.duration_ms)) * 100}%` }}
          className="absolute h-3 w-1.5 border-x-2 border-amber bg-sheet"
        />
      ))}
    </div>
  );
}

function WaitingForYou({ lessons }: { lessons: LessonRow[] }) {
  const { t } = useTranslation();
  const jobs = useJobs().data?.filter((j) => j.kind === "bring_in" && (isOpen(j) || j.state === "failed")) ?? [];
  const queries = useQueryClient();
  const running = jobs.filter(isOpen).length;
  // A job that has ended leaves the list: its lesson is there now.
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when the number changes
  useEffect(() => {
    queries.invalidateQueries({ queryKey: ["lessons"] });
  }, [running, queries]);
  const undecided = lessons.filter((l) => l.undecided > 0);
  const toMark = useOverview().data?.filter((g) => g.to_mark > 0 && g.lesson_id) ?? [];
  return (
    <aside className="border-l border-rule bg-paper p-5">
      <h2 className="mb-3 font-semibold">{t("lessons.waiting")}</h2>
      {jobs.map((j) => (
        <JobCard key={j.id} job={j} />
      ))}
      {toMark.map((g) => (
        <Link
          key={g.id}
          to={`/lessons/${g.lesson_id}/results?assignment=${g.id}`}
          className="mb-3 block rounded border border-rule bg-sheet px-3 py-2.5 hover:border-teal"
        >
          <b>{t("results.toMark", { count: g.to_mark })}</b>
          <br />
          <span className="text-[14px] text-quiet">
            {g.name} · {g.title}
          </span>
        </Link>
      ))}
      {undecided.map((l) => (
        <Link
          key={l.id}
          to={`/lessons/${l.id}/check`}
          className="mb-3 block rounded border border-rule bg-sheet px-3 py-2.5 hover:border-teal"
        >
          <b>{t("lessons.toDecide", { count: l.undecided })}</b>
          <br />
          <span className="text-[14px] text-quiet">{l.title}</span>
        </Link>
      ))}
      {!jobs.length && !undecided.length && !toMark.length && <p className="text-quiet">{t("lessons.nothingWaits")}</p>}
      <Link to="/work" className="mt-4 block text-[14px] text-teal underline">
        {t("work.title")}
      </Link>
    </aside>
  );
}

function JobCard({ job }: { job: Job }) {
  const { t } = useTranslation();
  const sentence = useSentence();
  const { away, again } = useJobActs(job);
  const failed = job.state === "failed";
  return (
    <article className={`mb-3 rounded border bg-sheet px-3 py-2.5 ${failed ? "border-brick" : "border-rule"}`}>
      <p className="mb-1">
        {failed ? t("job.failed") : t("job.reading")} <b>{job.title}</b>
      </p>
      {failed ? (
        <>
          <p className="mb-2 text-[14px]">{sentence(errorOfJob(job))}</p>
          <div className="flex gap-1.5">
            <Button small onClick={() => again.mutate()}>
              {t("job.again")}
            </Button>
            <Button small onClick={() => away.mutate()}>
              {t("job.putAway")}
            </Button>
          </div>
        </>
      ) : (
        <JobSteps job={job} />
      )}
    </article>
  );
}
