import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";

export function CodePage({ wrong }: { wrong: boolean }) {
  const { t } = useTranslation();
  const [code, setCode] = useState("");
  const go = (e: FormEvent) => {
    e.preventDefault();
    location.href = `/s/${encodeURIComponent(code.trim().toLowerCase())}`;
  };
  return (
    <main className="mx-auto max-w-md p-6">
      <h1 className="mb-4 font-script text-2xl font-semibold">Escuela</h1>
      {wrong && (
        <p role="alert" className="mb-3">
          {t("study.noSuchCode")}
        </p>
      )}
      <form onSubmit={go}>
        <Field label={t("study.code")}>
          <input
            className="field"
            value={code}
            onChange={(e) => setCode(e.target.value)}
            autoCapitalize="none"
            autoComplete="off"
          />
        </Field>
        <Button look="main" type="submit" disabled={!code.trim()} className="min-h-11">
          {t("study.enter")}
        </Button>
      </form>
    </main>
  );
}
