import { useTranslation } from "react-i18next";
import { clock as shown } from "../../app/times";
import { Clashing } from "../../ui/Clashing";
import { wordingName } from "../../ui/wordings";
import type { Finding, Item, Report, Verdict } from "../queries";

const COLOURS = { heard: "text-moss", unclear: "text-amberink", contradicted: "text-brick", not_heard: "text-ink" };

/** The verdict as a word; what the teacher decided stands beside it. */
export function VerdictWord({ item, checking }: { item: Item; checking: boolean }) {
  const { t } = useTranslation();
  if (item.content.kind === "note") return null;
  if (!item.report) return <span className="text-quiet">{checking ? t("verdict.checking") : ""}</span>;
  const verdict = shownVerdict(item.report);
  return <b className={COLOURS[verdict]}>{t(`verdict.${verdict === "heard" ? rightAs(item) : verdict}`)}</b>;
}

/** How an item is right: what the recording says, a statement that it denies, or an option that it does not say. */
function rightAs({ content, report }: Item) {
  if (content.answer === false) return "false_as_marked";
  return report?.reason.code === "excepted" ? "not_said_as_asked" : "heard";
}

/** The verdict as far as it may be shown: that the recording says otherwise only where the clash is named. */
export function shownVerdict(report: Report): Verdict {
  return report.verdict === "contradicted" && !report.reason.params.said ? "unclear" : report.verdict;
}

/** A sentence in the interface's language, where the catalogue has one for the code; else the check's own. */
export function useReasons() {
  const { t, i18n } = useTranslation();
  return {
    reason: (report: Report) => {
      const { code, params } = report.reason;
      if (code === "clash") return t(...clashWords(params));
      const key = `reason.${code}`;
      return i18n.exists(key) ? t(key, params) : report.reason.message;
    },
    finding: (finding: Finding) => {
      const key = `finding.${finding.code}`;
      const letter = finding.option === null ? "" : "abcdefghijkl"[finding.option];
      if (finding.code === "contradicted" && finding.params.said && finding.params.sort !== "read")
        return t(...clashWords(finding.params));
      const known = [`${key}.${finding.params.sort}`, key].find((k) => i18n.exists(k));
      const { wording } = finding.params;
      const named = wording ? { wording: wordingName(wording, t, i18n.language) } : {};
      return known ? t(known, { letter, ...finding.params, ...named }) : finding.message;
    },
  };
}

/** A named clash in words: two fillers of one place, or the same word denied on one side. */
function clashWords(params: Record<string, string>): [string, Record<string, string>] {
  const { said = "", claimed = "", sort } = params;
  if (sort !== "negation") return ["clash.differ", params];
  return said.startsWith("not ") ? ["clash.denied", { word: claimed }] : ["clash.affirmed", { word: said }];
}

/** The words on both sides that clash, where the check names them. */
export function clashOf(item: Item): { said: string; claimed: string } | null {
  const reason = item.report?.reason;
  const { said, claimed } = (reason?.params ?? {}) as { said?: string; claimed?: string };
  return ["clash", "read_clash"].includes(reason?.code ?? "") && said && claimed ? { said, claimed } : null;
}

const SIGNS = { error: "=", look: "~", hint: "·" };

/** From how likely on which words are said, surest first. */
const WORDS = [
  [0.85, "very"],
  [0.65, "probably"],
  [0.45, "even"],
  [0.25, "doubtful"],
  [0, "hardly"],
] as const;

/** How likely the check thinks the key to be right, in words and as a small bar. */
function Sureness({ support }: { support: number }) {
  const { t } = useTranslation();
  const [, word] = WORDS.find(([least]) => support >= least) ?? WORDS[4];
  return (
    <p className="flex items-center gap-2 text-[13.5px] text-quiet">
      <span aria-hidden="true" className="h-1.5 w-16 shrink-0 overflow-hidden rounded bg-rule">
        <span className="block h-full bg-quiet" style={{ width: `${Math.round(support * 100)}%` }} />
      </span>
      {t(`sure.${word}`)}
    </p>
  );
}

/** Why the verdict was given, the words it rests on, and what else was found. */
export function FindingLines({ item }: { item: Item }) {
  const { t } = useTranslation();
  const say = useReasons();
  const { report } = item;
  if (!report) return null;
  const evidence = report.evidence[0];
  const found = report.findings.filter((f) => !["contradicted", "not_heard"].includes(f.code));
  return (
    <div className="space-y-1">
      <p>{say.reason(report)}</p>
      {report.standing === "open" && report.reason.code !== "language" && <Sureness support={report.support} />}
      {evidence && (
        <blockquote dir="auto" className="border-l-2 border-rule pl-2 font-script text-[14px]">
          <span className="font-sans text-[13px] text-quiet">{shown(evidence.start_ms)} </span>
          {report.verdict === "not_heard" ? (
            `[ ${evidence.text} ]`
          ) : (
            <Clashing text={evidence.text} words={clashOf(item)?.said} />
          )}
        </blockquote>
      )}
      {found.length > 0 && (
        <ul aria-label={t("check.findings")}>
          {found.map((f) => (
            <li key={f.code + f.option + f.other} className="flex gap-1.5">
              <b aria-hidden="true" className={f.severity === "error" ? "text-brick" : "text-amberink"}>
                {SIGNS[f.severity]}
              </b>
              <span>{say.finding(f)}</span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
