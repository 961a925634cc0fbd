import { useTranslation } from "react-i18next";
import { Link, Navigate } from "react-router";
import { errorOfJob, isOpen, type Job } from "../api/jobs";
import { clock } from "../app/times";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { JobSteps } from "./JobSteps";
import { type Look, useJob } from "./queries";
import type { Source, Sources } from "./useSources";
import { WaysForm } from "./WaysForm";

/** One recording on its way in, from the first byte to the desk. */
export function SourceCard({ source, sources, alone }: { source: Source; sources: Sources; alone: boolean }) {
  const { t } = useTranslation();
  const look = useJob(source.look);
  const made = useJob(source.made);
  const found = look.data?.state === "done" ? (look.data.result as unknown as Look) : null;
  const failed = made.data?.state === "failed" ? made.data : null;
  const lesson = made.data?.state === "done" ? String(made.data.result.lesson) : null;
  if (lesson && alone) return <Navigate to={`/lessons/${lesson}/script`} replace />;
  return (
    <article className="rounded border border-rule bg-sheet p-4" aria-label={source.name}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="min-w-0 truncate font-semibold" dir="auto">
          {(!source.made && found?.title) || source.name}
        </h2>
        {found?.duration_ms && <span className="text-quiet">{clock(found.duration_ms)}</span>}
        <span className="ml-auto">
          {!lesson && (
            <Button small look="quiet" onClick={() => sources.drop(source)}>
              {t(source.share !== null || (made.data && isOpen(made.data)) ? "new.cancel" : "new.putAway")}
            </Button>
          )}
        </span>
      </div>
      <Sending source={source} sources={sources} />
      <ErrorNotice error={source.error ?? (look.data?.state === "failed" ? errorOfJob(look.data) : null)}>
        <Button small onClick={() => (source.share === null ? sources.again(source) : sources.pause(source))}>
          {t("new.again")}
        </Button>
      </ErrorNotice>
      {source.look && !found && look.data?.state !== "failed" && <p role="status">{t("new.looking")}</p>}
      {found && (
        <div className={source.made === null || failed ? "" : "hidden"}>
          <WaysForm source={source} found={found} sources={sources} failed={failed} />
        </div>
      )}
      {made.data && !failed && <Making job={made.data} />}
      {lesson && (
        <Link className="text-teal underline" to={`/lessons/${lesson}/script`}>
          {t("new.toTheDesk")}
        </Link>
      )}
    </article>
  );
}

function Sending({ source, sources }: { source: Source; sources: Sources }) {
  const { t } = useTranslation();
  if (source.share === null) return null;
  return (
    <div className="mt-2 flex items-center gap-3" role="status">
      <progress className="h-2 flex-1 accent-teal" value={source.share} max={1} aria-label={t("new.uploading")} />
      <span className="tabular-nums">{Math.floor(source.share * 100)} %</span>
      <Button small onClick={() => sources.pause(source)}>
        {t(source.paused ? "new.goOn" : "new.pause")}
      </Button>
    </div>
  );
}

function Making({ job }: { job: Job }) {
  const { t } = useTranslation();
  return (
    <div className="mt-3" aria-live="polite">
      <JobSteps job={job} />
      {typeof job.result.heard === "string" && job.state !== "done" && (
        <p className="mt-2 font-script" dir="auto">
          … {job.result.heard}
        </p>
      )}
      {job.state !== "done" && (
        <p className="mt-3 text-quiet">
          {t("new.mayLeave")}{" "}
          <Link to="/" className="text-teal underline">
            {t("lessons.title")}
          </Link>
        </p>
      )}
    </div>
  );
}
