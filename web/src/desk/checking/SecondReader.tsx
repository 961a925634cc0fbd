import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../../api/client";
import type { Job } from "../../api/jobs";
import { useKeys } from "../../app/keys";
import { Button } from "../../ui/Button";
import { ErrorNotice } from "../../ui/Notice";
import { useDeskJob } from "../queries";
import type { DeskState } from "../useDeskState";
import { cost, Failed, type Proposed } from "../writing/Made";

/** What came of a second reading, as the job says it. */
type Reread = Pick<Proposed, "problems" | "tokens"> & { read: number; wanted: number; doubted: number };

/** Where the school has a writing service: what having it read the lesson's items or the suggestions would cost, and what came of it. */
export function SecondReader({ state, of }: { state: DeskState; of: "open" | "pool" }) {
  const { t, i18n } = useTranslation();
  const { desk } = state;
  const path = { lesson_id: desk.id };
  const [watched, watch] = useState<string | null>(null);
  const [error, setError] = useState<unknown>(null);
  const { job, running } = useDeskJob(desk.id, watched);
  const key = ["second-reading", desk.id, desk.version, desk.checking, job?.state];
  const found = useQuery({
    queryKey: key,
    queryFn: async () => body(await api.GET("/api/lessons/{lesson_id}/second-reading/", { params: { path } })),
    enabled: !desk.checking && !running,
  }).data;
  const ask = async (which: Schemas["WhichEnum"]) => {
    setError(null);
    try {
      watch(body(await api.POST("/api/lessons/{lesson_id}/second-reading/", { params: { path }, body: { which } })).id);
    } catch (refused) {
      setError(refused);
    }
  };
  const open = found?.[of].items ?? 0;
  const more = of === "open" && (found?.all.items ?? 0) > open;
  useKeys([{ keys: "Shift+H", label: t("reread.open"), run: () => ask(of), off: running || open === 0 }]);
  if (!found?.by && !job) return null;
  if (open === 0 && !more && !job) return null;
  const tokens = (count: number) => new Intl.NumberFormat(i18n.language).format(Math.round(count / 100) * 100 || count);
  return (
    <section aria-label={t("reread.title")} className="mb-3 border-y border-rule py-2 text-[14px]">
      {!running && found && open > 0 && (
        <p className="mb-1.5">
          {t(`reread.offer.${of}`, { by: found.by, count: open, tokens: tokens(found[of].tokens) })}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        {!running && open > 0 && (
          <Button small hint="Shift+H" onClick={() => ask(of)}>
            {t("reread.open")}
          </Button>
        )}
        {!running && found && more && (
          <Button small onClick={() => ask("all")}>
            {t(open > 0 ? "reread.all" : "reread.rest", { count: found.all.items, tokens: tokens(found.all.tokens) })}
          </Button>
        )}
      </div>
      <ErrorNotice error={error} />
      {job && <CameOf job={job} running={running} />}
    </section>
  );
}

function CameOf({ job, running }: { job: Job; running: boolean }) {
  const { t } = useTranslation();
  if (job.state === "failed") return <Failed job={job} />;
  const { read = 0, wanted = 0, doubted = 0, problems = [], tokens } = job.result as Partial<Reread>;
  return (
    <div role="status" className="mt-1 space-y-1">
      <p>{running ? t("reread.running", { read, wanted }) : t("reread.done", { count: read })}</p>
      {doubted > 0 && <p>{t("reread.doubted", { count: doubted })}</p>}
      {[...new Map(problems.map((p) => [p.code, p])).values()].map((p) => (
        <p key={p.code} className="text-amberink">
          {t(`reread.problem.${p.code}`, p.params)}
        </p>
      ))}
      {!running && tokens && Object.keys(tokens).length > 0 && <p className="text-quiet">{t(...cost(tokens))}</p>}
    </div>
  );
}
