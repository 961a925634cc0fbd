import { useTranslation } from "react-i18next";
import { Field } from "../../ui/Field";
import { Rich } from "../../ui/Rich";
import { useWords } from "../../ui/words";
import { KeyRows } from "../KeyRows";
import { ASKED, type EditorProps, type KeyProps, type Written } from "../kinds";
import { RowField } from "../RowField";
import { RowsEditor } from "../RowsEditor";

function Editor({ content, put }: EditorProps) {
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
            <RowField first label={name(n)} value={c.text} put={(text) => change({ text })} />
            <input
              type="number"
              min={0}
              max={100}
              step={0.5}
              className="field !w-16 !px-2 !py-1"
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
  const sum = criteria.reduce((so_far, c) => so_far + c.marks, 0);
  return Math.min(100, Math.max(0.5, sum));
}

function Key({ content, clash }: KeyProps) {
  return (
    <>
      {content.model_answer && (
        <p dir="auto">
          <Rich text={content.model_answer} clash={clash} />
        </p>
      )}
      <KeyRows rows={(content.criteria ?? []).map((c) => `${c.text} (${c.marks})`)} />
    </>
  );
}

export const open: Written = {
  ...ASKED,
  key: "Shift+A",
  empty: { prompt: "", explanation: "", marks: 1, model_answer: "" },
  Editor,
  Key,
};
