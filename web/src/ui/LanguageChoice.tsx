import { useTranslation } from "react-i18next";
import { changeLanguage, LANGUAGES } from "../app/words";

const NAMES = { en: "English", es: "Español" };

export function LanguageChoice({ changed }: { changed?: (language: "en" | "es") => void }) {
  const { t, i18n } = useTranslation();
  return (
    <select
      aria-label={t("shared.language")}
      className="rounded border border-rule bg-sheet px-1.5 py-0.5 text-[13.5px]"
      value={i18n.language}
      onChange={(e) => {
        const language = e.target.value === "es" ? "es" : "en";
        changeLanguage(language);
        changed?.(language);
      }}
    >
      {LANGUAGES.map((l) => (
        <option key={l} value={l}>
          {NAMES[l]}
        </option>
      ))}
    </select>
  );
}
