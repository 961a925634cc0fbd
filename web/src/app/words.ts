import i18next from "i18next";
import { initReactI18next } from "react-i18next";
import { onDevice } from "./storage";

type Catalogue = Record<string, { en: string; es: string }>;

export const LANGUAGES = ["en", "es"] as const;
export type Language = (typeof LANGUAGES)[number];

function side(catalogues: Catalogue[], language: Language): Record<string, string> {
  return Object.fromEntries(
    catalogues.flatMap((c) => Object.entries(c)).map(([key, texts]) => [key, texts[language]] as const),
  );
}

/** Sets up the interface's words from parts of the one catalogue, in the language chosen before or the browser's. */
export function speak(...catalogues: Catalogue[]): void {
  const kept = onDevice.get("escuela.language");
  const wanted = kept ?? navigator.language.slice(0, 2);
  const lng: Language = wanted === "es" ? "es" : "en";
  i18next.use(initReactI18next).init({
    lng,
    fallbackLng: "en",
    keySeparator: false,
    nsSeparator: false,
    interpolation: { escapeValue: false },
    resources: {
      en: { translation: side(catalogues, "en") },
      es: { translation: side(catalogues, "es") },
    },
  });
  document.documentElement.lang = lng;
}

export function changeLanguage(language: Language): void {
  onDevice.set("escuela.language", language);
  document.documentElement.lang = language;
  i18next.changeLanguage(language);
}
