import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, Navigate } from "react-router";
import { ApiError, upload } from "../api/client";
import { Header, Who } from "../app/Header";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { JobSteps } from "./JobSteps";
import { type Job, useJob } from "./queries";

/** Bring in a recording with its captions. */
export function NewLessonPage() {
  const { t } = useTranslation();
  const [job, setJob] = useState<string | null>(null);
  const watched = useJob(job);
  const lesson = watched.data?.state === "done" ? watched.data.result.lesson : null;
  if (lesson) return <Navigate to={`/lessons/${lesson}/script`} replace />;
  const failed = watched.data?.state === "failed" ? watched.data : null;
  return (
    <>
      <Header actions={<Who />} />
      <main className="mx-auto max-w-xl p-6">
        <h1 className="mb-4 font-script text-2xl font-semibold">{t("new.title")}</h1>
        {watched.data && !failed ? (
          <section aria-live="polite" className="rounded border border-rule bg-sheet p-4">
            <p className="mb-2 font-semibold">{watched.data.title}</p>
            <JobSteps job={watched.data} />
            <p className="mt-3 text-quiet">
              {t("new.mayLeave")}{" "}
              <Link to="/" className="text-teal underline">
                {t("lessons.title")}
              </Link>
            </p>
          </section>
        ) : (
          <BringInForm failed={failed} started={(j) => setJob(j.id)} />
        )}
      </main>
    </>
  );
}

function BringInForm({ failed, started }: { failed: Job | null; started: (job: Job) => void }) {
  const { t } = useTranslation();
  const [file, setFile] = useState<File | null>(null);
  const [captions, setCaptions] = useState<File | null>(null);
  const [title, setTitle] = useState("");
  const [language, setLanguage] = useState("en");
  const [share, setShare] = useState<number | null>(null);
  const [error, setError] = useState<unknown>(null);
  const send = async (e: FormEvent) => {
    e.preventDefault();
    if (!file || !captions) return;
    const form = new FormData();
    form.set("title", title);
    form.set("language", language);
    form.set("captions", captions);
    form.set("file", file);
    setError(null);
    setShare(0);
    try {
      started(await upload<Job>("/api/lessons/", form, setShare));
    } catch (refused) {
      setError(refused);
    }
    setShare(null);
  };
  const before = failed
    ? new ApiError(
        400,
        failed.error_code ?? "",
        failed.error_message ?? "",
        failed.error_params as Record<string, string>,
      )
    : null;
  return (
    <form onSubmit={send}>
      <ErrorNotice error={error ?? before} />
      <Field label={t("new.file")} help={t("new.fileHelp")}>
        <input
          className="field"
          type="file"
          accept="video/*,audio/*"
          required
          onChange={(e) => setFile(e.target.files?.[0] ?? null)}
        />
      </Field>
      <Field label={t("new.captions")} help={t("new.captionsHelp")}>
        <input
          className="field"
          type="file"
          accept=".vtt,.srt,text/vtt"
          required
          onChange={(e) => setCaptions(e.target.files?.[0] ?? null)}
        />
      </Field>
      <Field label={t("new.name")} help={t("new.nameHelp")}>
        <input className="field" value={title} onChange={(e) => setTitle(e.target.value)} maxLength={300} />
      </Field>
      <Field label={t("new.language")} help={language === "en" ? undefined : t("new.languageHelp")}>
        <select className="field" value={language} onChange={(e) => setLanguage(e.target.value)}>
          {["en", "es", "fr", "de", "pt", "it", "ca", "ar"].map((l) => (
            <option key={l} value={l}>
              {t(`language.${l}`)}
            </option>
          ))}
        </select>
      </Field>
      <Button look="main" type="submit" disabled={!file || !captions || share !== null}>
        {t("new.bringIn")}
      </Button>
      {share !== null && (
        <p className="mt-3" role="status">
          <progress className="h-2 w-full accent-teal" value={share} max={1} aria-label={t("new.uploading")} />
          {t("new.uploading")} {Math.round(share * 100)} %
        </p>
      )}
    </form>
  );
}
