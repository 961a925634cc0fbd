import { useTranslation } from "react-i18next";
import type { Job } from "../api/jobs";

/** The steps of long work and how far each is. */
export function JobSteps({ job }: { job: Job }) {
  const { t } = useTranslation();
  return (
    <ol className="space-y-1" aria-label={t("job.steps")}>
      {job.steps.map((s) => (
        <li key={s.name} className="flex items-center gap-2">
          <span aria-hidden="true" className="w-4 text-center text-quiet">
            {s.state === "done" ? "✓" : s.state === "running" ? "›" : "·"}
          </span>
          <span className={s.state === "running" ? "font-semibold" : s.state === "waiting" ? "text-quiet" : ""}>
            {t(`job.step.${s.name}`)}
          </span>
          <span className="sr-only">{t(`job.state.${s.state}`)}</span>
          {s.state === "running" && s.share > 0 && (
            <progress
              className="ml-auto h-1.5 w-24 accent-teal"
              value={s.share}
              max={1}
              aria-label={t(`job.step.${s.name}`)}
            />
          )}
        </li>
      ))}
    </ol>
  );
}
