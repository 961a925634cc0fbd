import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Navigate } from "react-router";
import { api, body } from "../api/client";
import { errorOfJob } from "../api/jobs";
import { sent } from "../api/uploads";
import { FileField } from "../ui/FileField";
import { ErrorNotice } from "../ui/Notice";
import { JobSteps } from "./JobSteps";
import { useJob } from "./queries";

/** A lesson that was saved as a file, here or on another Escuela, opened again. */
export function Arriving() {
  const { t } = useTranslation();
  const [id, setId] = useState<string | null>(null);
  const job = useJob(id);
  const open = useMutation({
    mutationFn: async (file: File) => body(await api.POST("/api/arriving/", { body: { upload: await sent(file) } })),
    onSuccess: (started) => setId(started.id),
  });
  const lesson = job.data?.state === "done" ? String(job.data.result.lesson) : "";
  if (lesson) return <Navigate to={`/lessons/${lesson}/items`} />;
  const failed = job.data?.state === "failed" ? errorOfJob(job.data) : null;
  return (
    <section className="mt-8 border-t border-rule pt-4">
      <FileField
        label={t("arrive.title")}
        help={t("arrive.help")}
        accept=".zip,.json"
        take={([file]) => file && open.mutate(file)}
      />
      {open.isPending && <p role="status">{t("arrive.sending")}</p>}
      {job.data && !failed && <JobSteps job={job.data} />}
      <ErrorNotice error={open.error ?? job.error ?? failed} />
    </section>
  );
}
