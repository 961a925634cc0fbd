import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";
import type { Item } from "./queries";
import { pick, worstFirst } from "./useDeskKeys";
import type { DeskState } from "./useDeskState";
import { useReasons } from "./verdict";
import { WholeLesson } from "./WholeLesson";

// What the check cannot do, said for the languages it reads.
const LIMITS: Record<string, string> = { en: "check.limits", es: "check.limitsSpanish" };
const SIGNS = { heard: "~", unclear: "~", contradicted: "=", not_heard: "[ ]" };

/** What to decide, worst first; the rest is backed by what is said. */
export function CheckPanel({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const mine = state.desk.items.filter((i) => i.place === "lesson" && i.content.kind !== "note");
  const queue = worstFirst(mine);
  const backed = mine.length - queue.length;
  return (
    <section aria-label={t("check.title")}>
      <h2 className="mb-1.5 flex items-center justify-between font-semibold">
        {t("check.title")}
        {queue[0] && (
          <Button small hint="J" onClick={() => pick(state, queue[0] as Item)}>
            {t("check.next")}
          </Button>
        )}
      </h2>
      {mine.length === 0 && <p className="text-quiet">{t("check.noItems")}</p>}
      <ul>
        {queue.map((i) => (
          <QueueLine key={i.id} item={i} state={state} />
        ))}
      </ul>
      {mine.length > 0 && (
        <p className="mt-3 border-t border-rule pt-2 text-[13.5px] text-quiet">
          {t("check.backed", { count: backed })}
        </p>
      )}
      <p className="mt-2 text-[13.5px] text-quiet">
        {t(LIMITS[(state.desk.recording.language ?? "en").slice(0, 2)] ?? "check.limitsLanguage")}
      </p>
      {mine.length > 0 && <WholeLesson state={state} />}
    </section>
  );
}

function QueueLine({ item, state }: { item: Item; state: DeskState }) {
  const { t } = useTranslation();
  const say = useReasons();
  const { report } = item;
  const findings = report?.findings.filter((f) => f.severity !== "hint") ?? [];
  const chosen = item.id === state.selected;
  return (
    <li>
      <button
        type="button"
        aria-current={chosen}
        onClick={() => pick(state, item)}
        className={`-mx-4 grid w-[calc(100%+2rem)] grid-cols-[26px_1fr] gap-1 border-t border-rule px-4 py-2 text-left text-[14px] leading-snug ${chosen ? "bg-blush" : "hover:bg-sand"}`}
      >
        <b aria-hidden="true" className={item.undecided ? "text-brick" : "text-amberink"}>
          {SIGNS[report?.verdict ?? "unclear"]}
        </b>
        <span>
          {report && findings.length === 0 && <span className="block">{say.reason(report)}</span>}
          {!report && t("verdict.checking")}
          {findings.map((f) => (
            <span
              key={`${f.code} ${f.option} ${f.other}`}
              className={f.severity === "error" ? "block font-semibold" : "block"}
            >
              {say.finding(f)}
            </span>
          ))}
          {item.content.prompt && (
            <span dir="auto" className="text-quiet">
              “{item.content.prompt}”
            </span>
          )}
        </span>
      </button>
    </li>
  );
}
