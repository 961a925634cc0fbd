import { useTranslation } from "react-i18next";
import { KeyRows } from "../KeyRows";
import { ASKED, type EditorProps, type KeyProps, type Written } from "../kinds";
import { RowField } from "../RowField";
import { RowsEditor } from "../RowsEditor";

function Editor({ content, put }: EditorProps) {
  const { t } = useTranslation();
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
      fields={(s, n, change) => <RowField first label={name(n)} value={s.text} put={(text) => change({ text })} />}
    />
  );
}

function Key({ content }: KeyProps) {
  return <KeyRows rows={content.steps ?? []} numbered />;
}

export const order: Written = {
  ...ASKED,
  key: "Shift+L",
  empty: { prompt: "", explanation: "", marks: 1, steps: ["", "", ""] },
  Editor,
  Key,
};
