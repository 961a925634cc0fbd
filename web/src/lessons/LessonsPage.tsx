import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useNavigate } from "react-router";
import { errorOfJob, isOpen, type Job } from "../api/jobs";
import { Header, Who } from "../app/Header";
import { useKeys } from "../app/keys";
import { Button } from "../ui/Button";
import { ErrorNotice, useSentence, Waiting } from "../ui/Notice";
import { Folders } from "./Folders";
import { JobSteps } from "./JobSteps";
import {
  DELETED,
  foldersOf,
  type LessonRow,
  ORDERS,
  type Order,
  type Shelf,
  sorted,
  useJobActs,
  useJobs,
  useLessons,
  useOverview,
} from "./queries";
import { DeletedRows, Rows } from "./Rows";

/** Every lesson, newest first, with what waits. */
export function LessonsPage() {
  const { t } = useTranslation();
  const go = useNavigate();
  const [words, setWords] = useState("");
  const [folder, setFolder] = useState<Shelf>();
  const [order, setOrder] = useState<Order>("newest");
  const find = useRef<HTMLInputElement>(null);
  const every = useLessons("", undefined);
  const lessons = useLessons(words, folder);
  useKeys([
    { keys: "N", label: t("lessons.new"), run: () => go("/new") },
    { keys: "C", label: t("classes.title"), run: () => go("/classes") },
    { keys: "/", label: t("lessons.find"), run: () => find.current?.focus() },
  ]);
  return (
    <>
      <Header
        actions={
          <>
            <Link to="/classes" className="text-teal hover:underline">
              {t("classes.title")}
            </Link>
            <Link to="/offered" className="text-teal hover:underline">
              {t("offered.link")}
            </Link>
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
          <div className="flex flex-wrap items-center gap-3">
            <input
              ref={find}
              type="search"
              className="field min-w-52 !w-auto flex-1"
              placeholder={t("lessons.find")}
              aria-label={t("lessons.find")}
              value={words}
              onChange={(e) => setWords(e.target.value)}
            />
            <label className="flex items-center gap-2 text-[14px] text-quiet">
              {t("lessons.sort")}
              <select className="field !w-auto" value={order} onChange={(e) => setOrder(e.target.value as Order)}>
                {ORDERS.map((o) => (
                  <option key={o} value={o}>
                    {t(`lessons.sort.${o}`)}
                  </option>
                ))}
              </select>
            </label>
          </div>
          {words.trim() && (
            <Link className="mt-1 inline-block text-teal underline" to={`/find?q=${encodeURIComponent(words)}`}>
              {t("find.everywhere", { words })}
            </Link>
          )}
          <ErrorNotice error={lessons.error} />
          {lessons.isPending ? (
            <Waiting />
          ) : folder === DELETED ? (
            <DeletedRows rows={lessons.data ?? []} />
          ) : (
            <Rows
              rows={sorted(lessons.data ?? [], order)}
              folders={foldersOf(every.data ?? [])}
              searching={words !== "" || folder !== undefined}
            />
          )}
        </main>
        <WaitingForYou lessons={every.data ?? []} />
      </div>
    </>
  );
}

function WaitingForYou({ lessons }: { lessons: LessonRow[] }) {
  const { t } = useTranslation();
  const jobs =
    useJobs().data?.filter((j) => ["bring_in", "take_in"].includes(j.kind) && (isOpen(j) || j.state === "failed")) ??
    [];
  const queries = useQueryClient();
  const running = jobs.filter(isOpen).length;
  // A job that has ended leaves the list: its lesson is there now.
  // biome-ignore lint/correctness/useExhaustiveDependencies: runs when the number changes
  useEffect(() => {
    queries.invalidateQueries({ queryKey: ["lessons"] });
  }, [running, queries]);
  const open = lessons.filter((l) => l.to_decide > 0);
  const toMark = useOverview().data?.filter((g) => g.to_mark + g.looks > 0 && g.lesson_id) ?? [];
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
          <b>
            {[
              g.to_mark > 0 && t("results.toMark", { count: g.to_mark }),
              g.looks > 0 && t("results.looks", { count: g.looks }),
            ]
              .filter(Boolean)
              .join(" · ")}
          </b>
          <br />
          <span className="text-[14px] text-quiet">
            {g.name} · {g.title}
          </span>
        </Link>
      ))}
      {open.map((l) => (
        <Link
          key={l.id}
          to={`/lessons/${l.id}/check`}
          className="mb-3 block rounded border border-rule bg-sheet px-3 py-2.5 hover:border-teal"
        >
          <b>{t("lessons.toDecide", { count: l.to_decide })}</b>
          <br />
          <span className="text-[14px] text-quiet">{l.title}</span>
        </Link>
      ))}
      {!jobs.length && !open.length && !toMark.length && <p className="text-quiet">{t("lessons.nothingWaits")}</p>}
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
