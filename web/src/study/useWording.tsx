import { createContext, type ReactNode, useContext, useMemo, useState } from "react";
import { useTranslation } from "react-i18next";
import { onDevice } from "../app/storage";
import { WordingOptions } from "../ui/WordingOptions";
import { languageIn, tagsOf } from "../ui/wordings";
import { WordsLanguage } from "../ui/words";
import type { Question } from "./door";
import { firstTag } from "./wording";

const KEPT = "escuela.wording";

type Choice = { tags: string[]; tag: string; language: string; choose: (tag: string) => void };
const WordingChoice = createContext<Choice | null>(null);

/** The words in which a student reads the items: theirs to choose, kept on the device. */
export function useWording(items: Question[], language: string, given = ""): Choice {
  const { i18n } = useTranslation();
  const tags = useMemo(() => tagsOf(items), [items]);
  const [chosen, setChosen] = useState(() => onDevice.get(KEPT));
  const choose = (tag: string) => {
    onDevice.set(KEPT, tag);
    setChosen(tag);
  };
  return { tags, tag: firstTag(tags, chosen, given, i18n.language.slice(0, 2)), language, choose };
}

/** Around what is read in the chosen words. */
export function InWording({ choice, children }: { choice: Choice; children: ReactNode }) {
  const { tag, language } = choice;
  return (
    <WordingChoice value={choice}>
      <WordsLanguage value={languageIn(tag, language)}>{children}</WordsLanguage>
    </WordingChoice>
  );
}

/** The words an item is read in, where it has others. */
export function WordingField({ question }: { question: Question }) {
  const { t } = useTranslation();
  const choice = useContext(WordingChoice);
  if (!choice || question.wordings.length === 0) return null;
  const { tags, tag, language, choose } = choice;
  return (
    <label className="flex items-center gap-2">
      {t("study.readIn")}
      <select className="field w-auto py-0.5" value={tag} onChange={(e) => choose(e.target.value)}>
        <WordingOptions tags={tags} original={language} />
      </select>
    </label>
  );
}
