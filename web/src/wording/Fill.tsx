import { useTranslation } from "react-i18next";
import { cost, Failed, type Proposed } from "../desk/writing/Made";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { useFill } from "./queries";

type Props = { lesson: string; tag: string; service: string; missing: number };

/** Where the school has a writing service: it writes what is missing; what the teacher wrote stays. */
export function Fill({ lesson, tag, service, missing }: Props) {
  const { t } = useTranslation();
  const { ask, job, running, written, wanted } = useFill(lesson, tag);
  if (!service) return null;
  const { tokens } = (job?.result ?? {}) as Pick<Proposed, "tokens">;
  return (
    <div className="mb-3 text-[14px]">
      {missing > 0 && (
        <Button small disabled={running} onClick={() => ask.mutate()}>
          {t("wording.fill", { service, count: missing })}
        </Button>
      )}
      <ErrorNotice error={ask.error} />
      {job?.state === "failed" && <Failed job={job} />}
      {job && job.state !== "failed" && (
        <p role="status" className="mt-1">
          {running ? t("wording.filling") : t("wording.filled", { written, wanted })}{" "}
          {!running && tokens && Object.keys(tokens).length > 0 && (
            <span className="text-quiet">{t(...cost(tokens))}</span>
          )}
        </p>
      )}
    </div>
  );
}
