import { useTranslation } from "react-i18next";
import type { Job } from "../../api/jobs";
import { Button } from "../../ui/Button";
import type { Wishes } from "./wishes";

/** What came of a proposal, as the job says it. */
export type Proposed = {
  made: number;
  wanted: number;
  short_because?: string;
  looked?: { sentences: number; carrying: number; refused: number };
  ignored?: string[];
  unspoken?: string[];
  unused?: string[];
  unbacked?: number;
  elsewhere?: Partial<Record<Wishes["kinds"][number], number>>;
  problems?: { code: string; params: Record<string, string> }[];
  tokens?: { prompt_tokens?: number; completion_tokens?: number; kept?: number };
};

/** How many items came, why not more, and what of the wishes could not be followed. */
export function Made({ job, also }: { job: Job; also?: (kinds: Wishes["kinds"], count: number) => void }) {
  const { t, i18n } = useTranslation();
  if (job.state === "failed") return <Failed job={job} />;
  const result = job.result as Proposed;
  if (job.state !== "done" && !result.made) return null;
  const more = Object.entries(result.elsewhere ?? {}) as [Wishes["kinds"][number], number][];
  const { ignored = [], unspoken = [], unused = [], problems = [], tokens, unbacked = 0, looked } = result;
  return (
    <div role="status" className="mt-2 space-y-1 text-[14px]">
      <p>
        {t("items.made", { count: result.made })}{" "}
        {result.short_because && t(`items.short.${result.short_because}`, { wanted: result.wanted })}{" "}
        {unbacked > 0 && t("items.unbacked", { count: unbacked })}
      </p>
      {result.short_because && looked && (
        <p className="text-quiet">
          {t("items.looked", { ...looked, count: looked.refused })} {t("items.instead")}
        </p>
      )}
      {also && more.length > 0 && (
        <p>
          {t("items.elsewhere", {
            what: new Intl.ListFormat(i18n.language).format(more.map(([kind, n]) => `${n} × ${t(`kind.${kind}`)}`)),
          })}{" "}
          <Button
            small
            onClick={() =>
              also(
                more.map(([kind]) => kind),
                more.reduce((sum, [, n]) => sum + n, 0),
              )
            }
          >
            {t("items.elsewhereToo")}
          </Button>
        </p>
      )}
      {ignored.length > 0 && <p>{t("items.ignored", { what: ignored.join("; ") })}</p>}
      {unused.length > 0 && <p>{t("items.unused", { what: unused.join("; ") })}</p>}
      {unspoken.length > 0 && <p>{t("items.unspoken", { what: unspoken.join("; ") })}</p>}
      {problems.map((p) => (
        <p key={`${p.code}${p.params.number ?? ""}`} className="text-amberink">
          {t(`items.problem.${p.code}`, p.params)}
        </p>
      ))}
      {tokens && <p className="text-quiet">{t(...cost(tokens))}</p>}
    </div>
  );
}

/** Why a job came to nothing. */
export function Failed({ job }: { job: Job }) {
  const { t } = useTranslation();
  return (
    <p role="alert" className="mt-2 text-[14px] text-brick">
      {t(`error.${job.error_code}`, { defaultValue: job.error_message ?? "" })}
    </p>
  );
}

/** What a service's work cost, as a message and its numbers. */
export function cost(tokens: NonNullable<Proposed["tokens"]>): [string, Record<string, number>] {
  if (tokens.kept) return ["items.tokensKept", {}];
  return ["items.tokens", { sent: tokens.prompt_tokens ?? 0, got: tokens.completion_tokens ?? 0 }];
}
