import type { ReactNode } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../../app/keys";
import { Button } from "../../ui/Button";
import { acts, type Item } from "../queries";
import { pick } from "../useDeskKeys";
import type { DeskState } from "../useDeskState";
import { worstFirst } from "./queue";
import { SecondReader } from "./SecondReader";
import { shownVerdict, useReasons } from "./verdict";
import { WholeLesson } from "./WholeLesson";

// What the check cannot do, said for the languages it reads.
const LIMITS: Record<string, string> = { en: "check.limits", es: "check.limitsSpanish" };
const SIGNS = { heard: "~", unclear: "~", contradicted: "=", not_heard: "[ ]" };

/** Three groups: what looks wrong, what could not be confirmed, and the rest, folded away. */
export function CheckPanel({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const mine = state.desk.items.filter((i) => i.place === "lesson" && i.content.kind !== "note");
  const queue = worstFirst(mine);
  const wrong = queue.filter((i) => i.undecided || i.report?.standing === "wrong");
  const unsure = queue.filter((i) => !wrong.includes(i));
  const settled = mine.filter((i) => !queue.includes(i));
  const fine = () =>
    state.run(() =>
      acts.keepAll(
        state.desk.id,
        unsure.map((i) => i.id),
      ),
    );
  useKeys([{ keys: "Shift+F", label: t("check.allFine"), run: fine, off: unsure.length === 0 }]);
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
      {mine.length > 0 && <SecondReader state={state} of="open" />}
      <Group title={t("check.wrong", { count: wrong.length })} items={wrong} state={state} />
      <Group title={t("check.unsure", { count: unsure.length })} items={unsure} state={state}>
        <Button small className="mt-2" hint="Shift+F" onClick={fine}>
          {t("check.allFine")}
        </Button>
      </Group>
      {settled.length > 0 && (
        <details className="mt-3 border-t border-rule pt-2">
          <summary className="cursor-pointer text-[14px] font-semibold text-moss">
            {t("check.confirmed", { count: settled.length })}
          </summary>
          <ul>
            {settled.map((i) => (
              <QueueLine key={i.id} item={i} state={state} />
            ))}
          </ul>
        </details>
      )}
      <p className="mt-2 text-[13.5px] text-quiet">
        {t(LIMITS[(state.desk.recording.language ?? "en").slice(0, 2)] ?? "check.limitsLanguage")}
      </p>
      {mine.length > 0 && <WholeLesson state={state} />}
    </section>
  );
}

function Group(props: { title: string; items: Item[]; state: DeskState; children?: ReactNode }) {
  if (props.items.length === 0) return null;
  return (
    <div className="mb-3">
      <h3 className="mb-1 mt-2 text-[14px] font-semibold">{props.title}</h3>
      <ul>
        {props.items.map((i) => (
          <QueueLine key={i.id} item={i} state={props.state} />
        ))}
      </ul>
      {props.children}
    </div>
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
          {SIGNS[report ? shownVerdict(report) : "unclear"]}
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
