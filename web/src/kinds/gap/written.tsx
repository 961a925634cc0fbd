import { useTranslation } from "react-i18next";
import { Clashing } from "../../ui/Clashing";
import { Field } from "../../ui/Field";
import { useWords } from "../../ui/words";
import { ASKED, type EditorProps, type KeyProps, type Written } from "../kinds";

function Editor({ content, put }: EditorProps) {
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

function Key({ content, clash }: KeyProps) {
  const { t } = useTranslation();
  return (
    <>
      <p className="font-semibold">
        <Clashing text={(content.answers ?? []).join(" / ")} words={clash} />
      </p>
      {content.bank?.length ? (
        <p dir="auto" className="text-quiet">
          {t("item.bankShown", { words: content.bank.join(" / ") })}
        </p>
      ) : null}
    </>
  );
}

export const gap: Written = {
  ...ASKED,
  key: "Shift+G",
  empty: { prompt: "", explanation: "", marks: 1, answers: [""] },
  asksHelp: "item.gapHelp",
  Editor,
  Key,
};
