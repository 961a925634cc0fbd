import { useTranslation } from "react-i18next";
import { OneOf } from "../../ui/Field";
import { ASKED, type EditorProps, type KeyProps, type Written } from "../kinds";

function Editor({ content, put }: EditorProps) {
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

function Key({ content }: KeyProps) {
  const { t } = useTranslation();
  if (typeof content.answer !== "boolean") return null;
  return <p className="font-semibold">{t(content.answer ? "study.true" : "study.false")}</p>;
}

export const trueFalse: Written = {
  ...ASKED,
  key: "Shift+T",
  empty: { prompt: "", explanation: "", marks: 1, answer: null },
  Editor,
  Key,
};
