import { createContext, useContext } from "react";

/** The language of the recording, in which its items are written; the interface may speak another. */
export const WordsLanguage = createContext<string | undefined>(undefined);

type Words = { dir: "auto"; lang?: string };

/** What a text or field of the lesson's own words carries, for the browser's spelling and for reading aloud. */
export function useWords(): Words {
  const lang = useContext(WordsLanguage);
  return lang ? { dir: "auto", lang } : { dir: "auto" };
}
