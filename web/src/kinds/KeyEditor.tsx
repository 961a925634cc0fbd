import { useState } from "react";
import { useTranslation } from "react-i18next";
import { OptionPicture } from "../desk/Attachments";
import type { Content } from "../desk/queries";
import { Button } from "../ui/Button";
import { Field, OneOf } from "../ui/Field";
import { useWords } from "../ui/words";
import { RowsEditor } from "./RowsEditor";

type Props = { lesson: string; content: Content; put: (part: Partial<Content>) => void };

/** What is right, written as the item's kind needs it. */
export function KeyEditor(props: Props) {
  switch (props.content.kind) {
    case "choice":
      return <Options {...props} />;
    case "true_false":
      return <Truth {...props} />;
    case "gap":
      return <Fillings {...props} />;
    case "open":
      return <Model {...props} />;
    case "match":
      return <Pairs {...props} />;
    case "order":
      return <Steps {...props} />;
    default:
      return null;
  }
}

const letter = (n: number) => "abcdefghijkl"[n] ?? "";
const field = "field !px-2 !py-1";

function Options({ lesson, content, put }: Props) {
  const { t } = useTranslation();
  const words = useWords();
  const [saying, setSaying] = useState(() => (content.options ?? []).some((o) => o.feedback));
  const name = (n: number) => t("item.option", { letter: letter(n) });
  return (
    <RowsEditor
      legend={t("item.options")}
      rows={content.options ?? []}
      empty={{ text: "", correct: false }}
      isEmpty={(o) => o.text === "" && !o.image}
      put={(options) => put({ options })}
      name={name}
      add={t("item.addOption")}
      keys={t("item.optionKeys")}
      mark={(o) => ({ correct: !o.correct })}
      more={
        <Button look="quiet" small onClick={() => setSaying(!saying)} aria-pressed={saying}>
          {t("item.sayToEach")}
        </Button>
      }
      fields={(o, n, change) => (
        <>
          <input
            type="checkbox"
            className="size-4"
            checked={o.correct}
            aria-label={t("item.isRight", { letter: letter(n) })}
            onChange={(e) => change({ correct: e.target.checked })}
          />
          <OptionPicture lesson={lesson} letter={letter(n)} image={o.image ?? ""} put={(image) => change({ image })}>
            <input
              data-row
              {...words}
              className={field}
              aria-label={name(n)}
              value={o.text}
              onChange={(e) => change({ text: e.target.value })}
            />
          </OptionPicture>
          {saying && (
            <input
              {...words}
              className={field}
              aria-label={t("item.feedbackTo", { letter: letter(n) })}
              placeholder={t("item.feedbackTo", { letter: letter(n) })}
              value={o.feedback ?? ""}
              onChange={(e) => change({ feedback: e.target.value })}
            />
          )}
        </>
      )}
    />
  );
}

function Truth({ content, put }: Props) {
  const { t } = useTranslation();
  return (
    <OneOf
      label={t("item.key")}
      value={content.answer === true ? "true" : content.answer === false ? "false" : ""}
      options={[
        { value: "true", label: t("study.true") },
        { value: "false", label: t("study.false") },
      ]}
      change={(value) => put({ answer: value === "true" })}
    />
  );
}

function Fillings({ content, put }: Props) {
  const { t } = useTranslation();
  const words = useWords();
  return (
    <>
      <Field label={t("item.answers")} help={t("item.answersHelp")}>
        <input
          {...words}
          className="field"
          value={(content.answers ?? []).join(" / ")}
          onChange={(e) => put({ answers: e.target.value.split(" / ") })}
        />
      </Field>
      <Field label={t("item.bank")} help={t("item.bankHelp")}>
        <input
          {...words}
          className="field"
          value={(content.bank ?? []).join(" / ")}
          onChange={(e) => put({ bank: e.target.value ? e.target.value.split(" / ") : [] })}
        />
      </Field>
    </>
  );
}

function Model({ content, put }: Props) {
  const { t } = useTranslation();
  const words = useWords();
  const name = (n: number) => t("item.criterion", { number: n + 1 });
  return (
    <>
      <Field label={t("item.modelAnswer")}>
        <textarea
          {...words}
          rows={3}
          className="field"
          value={content.model_answer ?? ""}
          onChange={(e) => put({ model_answer: e.target.value })}
        />
      </Field>
      <RowsEditor
        legend={t("item.criteria")}
        rows={content.criteria ?? []}
        empty={{ text: "", marks: 1 }}
        isEmpty={(c) => c.text === ""}
        put={(criteria) => put({ criteria, ...(criteria.length ? { marks: sumOf(criteria) } : {}) })}
        name={name}
        add={t("item.addCriterion")}
        keys={t("item.rowKeys")}
        fields={(c, n, change) => (
          <>
            <input
              data-row
              {...words}
              className={field}
              aria-label={name(n)}
              value={c.text}
              onChange={(e) => change({ text: e.target.value })}
            />
            <input
              type="number"
              min={0}
              max={100}
              step={0.5}
              className={`${field} !w-16`}
              aria-label={t("item.criterionMarks", { number: n + 1 })}
              value={c.marks}
              onChange={(e) => change({ marks: Math.min(100, Math.max(0, Number(e.target.value))) })}
            />
          </>
        )}
      />
    </>
  );
}

/** What an item with criteria is worth: what they are worth together. */
function sumOf(criteria: { marks: number }[]): number {
  return Math.min(
    100,
    Math.max(
      0.5,
      criteria.reduce((sum, c) => sum + c.marks, 0),
    ),
  );
}

function Pairs({ content, put }: Props) {
  const { t } = useTranslation();
  const words = useWords();
  return (
    <RowsEditor
      legend={t("item.pairs")}
      rows={content.pairs ?? []}
      empty={{ left: "", right: "" }}
      isEmpty={(p) => p.left === "" && p.right === ""}
      put={(pairs) => put({ pairs })}
      name={(n) => t("item.pair", { number: n + 1 })}
      add={t("item.addPair")}
      keys={t("item.rowKeys")}
      fields={(p, n, change) => (
        <>
          <input
            data-row
            {...words}
            className={field}
            aria-label={t("item.pairLeft", { number: n + 1 })}
            value={p.left}
            onChange={(e) => change({ left: e.target.value })}
          />
          <span aria-hidden="true">→</span>
          <input
            {...words}
            className={field}
            aria-label={t("item.pairRight", { number: n + 1 })}
            value={p.right}
            onChange={(e) => change({ right: e.target.value })}
          />
        </>
      )}
    />
  );
}

function Steps({ content, put }: Props) {
  const { t } = useTranslation();
  const words = useWords();
  const name = (n: number) => t("item.step", { number: n + 1 });
  return (
    <RowsEditor
      legend={t("item.steps")}
      rows={(content.steps ?? []).map((text) => ({ text }))}
      empty={{ text: "" }}
      isEmpty={(s) => s.text === ""}
      put={(steps) => put({ steps: steps.map((s) => s.text) })}
      name={name}
      add={t("item.addStep")}
      keys={t("item.rowKeys")}
      fields={(s, n, change) => (
        <input
          data-row
          {...words}
          className={field}
          aria-label={name(n)}
          value={s.text}
          onChange={(e) => change({ text: e.target.value })}
        />
      )}
    />
  );
}
