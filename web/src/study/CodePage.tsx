import { useTranslation } from "react-i18next";
import { LanguageChoice } from "../ui/LanguageChoice";
import { CodeForm } from "./CodeForm";

/** What stands at ``/s``, and at a code that leads nowhere. */
export function CodePage({ wrong }: { wrong: boolean }) {
  const { t } = useTranslation();
  return (
    <main className="mx-auto max-w-md p-6">
      <p className="mb-6 flex items-center justify-between text-quiet">
        Escuela <LanguageChoice />
      </p>
      <h1 className="mb-4 font-script text-2xl font-semibold">{t("study.yourLesson")}</h1>
      {wrong && (
        <p role="alert" className="mb-3 border-l-4 border-brick bg-blush px-3 py-2">
          {t("study.noSuchCode")}
        </p>
      )}
      <CodeForm />
    </main>
  );
}
