import { useTranslation } from "react-i18next";
import { Rich } from "../ui/Rich";
import { useWords } from "../ui/words";
import type { AnswerProps } from "./kinds";

export const LETTERS = "abcdefghijkl";

/** Options to press, one or several; each has its letter. */
export function Options({ question, options, given, put }: AnswerProps) {
  const { t } = useTranslation();
  const pictured = question.option_image_urls.some(Boolean);
  return (
    <>
      <fieldset className={pictured ? "grid grid-cols-2 gap-2 sm:grid-cols-3" : "space-y-2"}>
        <legend className="sr-only">{question.prompt}</legend>
        {options.map((text, n) => (
          <OptionLine
            key={text}
            name={question.id}
            letter={LETTERS[n] ?? ""}
            text={text}
            ownWords={question.options.length > 0}
            image={question.option_image_urls[n] ?? null}
            on={given.chosen.includes(n)}
            pick={() => put({ chosen: picked(question.several, given.chosen, n) })}
            several={question.several}
          />
        ))}
      </fieldset>
      {question.several && <p className="mt-1 text-[13px] text-quiet">{t("study.several")}</p>}
    </>
  );
}

/** What is chosen once option ``n`` was pressed. */
export function picked(several: boolean, chosen: number[], n: number): number[] {
  if (!several) return [n];
  return chosen.includes(n) ? chosen.filter((c) => c !== n) : [...chosen, n];
}

type LineProps = {
  name: string;
  letter: string;
  text: string;
  /** The lesson's words, not the interface's. */
  ownWords: boolean;
  image: string | null;
  on: boolean;
  pick: () => void;
  several: boolean;
};

function OptionLine(props: LineProps) {
  const words = useWords();
  return (
    <label
      className={`relative flex min-h-11 w-full cursor-pointer items-baseline gap-3 rounded border px-3 py-2 has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-teal ${
        props.on ? "border-teal bg-sheet ring-1 ring-teal" : "border-rule bg-paper hover:border-line"
      }`}
    >
      <input
        type={props.several ? "checkbox" : "radio"}
        className="absolute inset-0 size-full cursor-pointer opacity-0"
        name={props.name}
        checked={props.on}
        onChange={props.pick}
      />
      <span className="w-4 shrink-0 font-semibold text-quiet">{props.letter}</span>
      <span {...(props.ownWords ? words : { dir: "auto" })}>
        {/* Its words stand below it, so it needs no others. */}
        {props.image && <img src={props.image} alt="" className="mb-1.5 max-h-44 rounded" />}
        <Rich text={props.text} />
      </span>
    </label>
  );
}
