import { useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../../app/keys";
import { WRITTEN } from "../../kinds/writing";
import { Button } from "../../ui/Button";
import { Field, OneOf } from "../../ui/Field";
import { ErrorNotice } from "../../ui/Notice";
import { useWords } from "../../ui/words";
import type { Desk, Item } from "../queries";
import type { DeskState } from "../useDeskState";
import { Picture, Spoken } from "./Attachments";
import { Conflict } from "./Conflict";
import { useDraft } from "./useDraft";

/** Every word of an item, saved while it is written. */
export function ItemEditor({ item, state }: { item: Item; state: DeskState }) {
  const { t } = useTranslation();
  const words = useWords();
  const draft = useDraft(item, state);
  const { content, put } = draft;
  const close = () => {
    draft.flush();
    state.edit(false);
  };
  useKeys([
    { keys: "Escape", label: t("item.done"), run: close },
    { keys: "Ctrl+Enter", label: "", run: close },
  ]);
  const kind = WRITTEN[content.kind];
  return (
    <div>
      {draft.open.length > 0 && (
        <Conflict mine={content} theirs={item.content} fields={draft.open} choose={draft.choose} />
      )}
      <ErrorNotice error={draft.error} />
      <Field label={t(kind.asksLabel)} help={kind.asksHelp && t(kind.asksHelp)}>
        <textarea
          // biome-ignore lint/a11y/noAutofocus: the editor was just opened
          autoFocus
          {...words}
          rows={2}
          className="field font-semibold"
          value={content[kind.asks] ?? ""}
          onChange={(e) => put({ [kind.asks]: e.target.value })}
        />
      </Field>
      <Picture lesson={state.desk.id} content={content} put={put} />
      {content.kind === "note" && <Spoken lesson={state.desk.id} content={content} put={put} />}
      {kind.Editor && <kind.Editor lesson={state.desk.id} content={content} put={put} />}
      {kind.Editor && (
        <>
          <Field label={t("item.explanation")}>
            <textarea
              {...words}
              rows={2}
              className="field"
              value={content.explanation ?? ""}
              onChange={(e) => put({ explanation: e.target.value })}
            />
          </Field>
          <div className="flex gap-4">
            <Field label={t("item.marksField")}>
              <input
                className="field !w-24"
                type="number"
                min={0}
                max={100}
                step={0.5}
                value={content.marks ?? 1}
                onChange={(e) => put({ marks: Math.min(100, Math.max(0, Number(e.target.value))) })}
              />
            </Field>
            <TimeLimit seconds={content.time_limit_s ?? null} put={(time_limit_s) => put({ time_limit_s })} />
          </div>
          <Field label={t("item.goal")}>
            <input
              {...words}
              className="field"
              list="goals"
              maxLength={200}
              value={content.goal ?? ""}
              onChange={(e) => put({ goal: e.target.value })}
            />
            <datalist id="goals">
              {goalsOf(state.desk).map((goal) => (
                <option key={goal} value={goal} />
              ))}
            </datalist>
          </Field>
          <OneOf
            label={t("item.purpose")}
            value={content.purpose ?? "check"}
            options={[
              { value: "check", label: t("item.purpose.check") },
              { value: "predict", label: t("item.purpose.predict") },
            ]}
            change={(purpose) => put({ purpose, ...(item.pause_by_teacher ? {} : { pause_ms: null }) })}
          />
        </>
      )}
      <Button small look="main" hint="Escape" onClick={close}>
        {t("item.done")}
      </Button>
    </div>
  );
}

/** The goals that were wished for, and those that other items name already. */
function goalsOf(desk: Desk): string[] {
  return [...new Set([...(desk.wishes?.goals ?? []), ...desk.items.map((i) => i.content.goal ?? "")])].filter(Boolean);
}

const SHORTEST_S = 5;
const LONGEST_S = 3600;

/** Seconds for one try; empty where there is no limit. While too few are typed the limit stays as it was. */
function TimeLimit({ seconds, put }: { seconds: number | null; put: (seconds: number | null) => void }) {
  const { t } = useTranslation();
  const [typed, setTyped] = useState(seconds === null ? "" : String(seconds));
  const take = (text: string) => {
    setTyped(text);
    const given = Math.round(Number(text));
    if (text === "" || given >= SHORTEST_S) put(text === "" ? null : Math.min(LONGEST_S, given));
  };
  return (
    <Field label={t("item.timeLimit")}>
      <input
        className="field !w-24"
        type="number"
        min={SHORTEST_S}
        max={LONGEST_S}
        value={typed}
        onChange={(e) => take(e.target.value)}
        onBlur={() => setTyped(seconds === null ? "" : String(seconds))}
      />
    </Field>
  );
}
