import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { codeIn } from "./code";

/** Where a student gives the code of a lesson, or pastes its whole link. */
export function CodeForm() {
  const { t } = useTranslation();
  const [given, setGiven] = useState("");
  const code = codeIn(given);
  const go = (e: FormEvent) => {
    e.preventDefault();
    if (code) location.href = `/s/${encodeURIComponent(code)}`;
  };
  return (
    <form onSubmit={go}>
      <Field label={t("study.code")} help={t("study.codeHelp")}>
        <input
          className="field"
          value={given}
          onChange={(e) => setGiven(e.target.value)}
          autoCapitalize="none"
          autoComplete="off"
          spellCheck={false}
        />
      </Field>
      <Button look="main" type="submit" disabled={!code} className="min-h-11">
        {t("study.enter")}
      </Button>
    </form>
  );
}
