import { useTranslation } from "react-i18next";
import { KeyRows } from "../KeyRows";
import { ASKED, type EditorProps, type KeyProps, type Written } from "../kinds";
import { RowField } from "../RowField";
import { RowsEditor } from "../RowsEditor";

function Editor({ content, put }: EditorProps) {
  const { t } = useTranslation();
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
          <RowField
            first
            label={t("item.pairLeft", { number: n + 1 })}
            value={p.left}
            put={(left) => change({ left })}
          />
          <span aria-hidden="true">→</span>
          <RowField label={t("item.pairRight", { number: n + 1 })} value={p.right} put={(right) => change({ right })} />
        </>
      )}
    />
  );
}

function Key({ content }: KeyProps) {
  return <KeyRows rows={(content.pairs ?? []).map((p) => `${p.left} → ${p.right}`)} />;
}

export const match: Written = {
  ...ASKED,
  key: "Shift+P",
  empty: { prompt: "", explanation: "", marks: 1, pairs: [0, 1, 2].map(() => ({ left: "", right: "" })) },
  Editor,
  Key,
};
