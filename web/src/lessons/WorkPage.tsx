import { useTranslation } from "react-i18next";
import { Link } from "react-router";
import { errorOfJob, isOpen, type Job } from "../api/jobs";
import { Header, Who } from "../app/Header";
import { moment } from "../app/times";
import { Button } from "../ui/Button";
import { ErrorNotice, useSentence, Waiting } from "../ui/Notice";
import { JobSteps } from "./JobSteps";
import { useJobActs, useJobs } from "./queries";

/** All long work: what runs and how far it is, how long it took, what failed and can be tried again. */
export function WorkPage() {
  const { t } = useTranslation();
  const jobs = useJobs();
  return (
    <>
      <Header actions={<Who />} />
      <main className="mx-auto max-w-3xl p-6">
        <h1 className="mb-4 font-script text-2xl font-semibold">{t("work.title")}</h1>
        <ErrorNotice error={jobs.error} />
        {jobs.isPending && <Waiting />}
        {jobs.data?.length === 0 && <p className="text-quiet">{t("work.none")}</p>}
        <ul>
          {jobs.data?.map((job) => (
            <Row key={job.id} job={job} />
          ))}
        </ul>
      </main>
    </>
  );
}

function Row({ job }: { job: Job }) {
  const { t, i18n } = useTranslation();
  const sentence = useSentence();
  const { away, again } = useJobActs(job);
  const running = isOpen(job);
  return (
    <li className="grid gap-x-4 border-b border-rule py-3 sm:grid-cols-[1fr_auto]">
      <div>
        <p>
          {t(`job.kind.${job.kind}`)} <b dir="auto">{job.title}</b>
        </p>
        <p className="text-[13.5px] text-quiet">
          {t(`job.state.${job.state}`)} · {moment(job.created_at, i18n.language)}
          {job.started_at && job.ended_at && ` · ${t("work.took", { seconds: seconds(job.started_at, job.ended_at) })}`}
        </p>
        {job.state === "failed" && <p className="mt-1 text-brick">{sentence(errorOfJob(job))}</p>}
        {running && <JobSteps job={job} />}
      </div>
      <div className="flex items-start gap-1.5">
        {typeof job.result.file === "string" && (
          <a className="text-teal underline" href={`/api/jobs/${job.id}/file/`} download>
            {job.result.file}
          </a>
        )}
        {job.state === "done" && ["bring_in", "take_in"].includes(job.kind) && (
          <Link className="text-teal underline" to={`/lessons/${job.result.lesson}`}>
            {t("new.toTheDesk")}
          </Link>
        )}
        {job.state === "failed" && (
          <Button small onClick={() => again.mutate()}>
            {t("job.again")}
          </Button>
        )}
        <Button small look="quiet" onClick={() => away.mutate()}>
          {t(running ? "new.cancel" : "job.putAway")}
        </Button>
      </div>
    </li>
  );
}

function seconds(from: string, to: string): number {
  return Math.max(1, Math.round((Date.parse(to) - Date.parse(from)) / 1000));
}
