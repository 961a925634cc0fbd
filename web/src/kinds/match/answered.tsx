import { useTranslation } from "react-i18next";
import { useWords } from "../../ui/words";
import { ANSWERED, type Answering, type AnswerProps } from "../kinds";
import { isPlaced, OPEN } from "../placing";

/** For each thing on the left, one of those on the right; what is chosen at one is given up at another. */
function Form({ question, given, put }: AnswerProps) {
  const { t } = useTranslation();
  const words = useWords();
  const choose = (left: number, shown: number) =>
    put({ arranged: given.arranged.map((before, n) => (n === left ? shown : before === shown ? OPEN : before)) });
  return (
    <div className="mb-2 space-y-2">
      {question.targets.map((left, n) => (
        <label key={left} className="block rounded border border-rule bg-paper px-3 py-2">
          <span {...words} className="mb-1 block">
            {left}
          </span>
          <select
            {...words}
            className="field min-h-11"
            value={given.arranged[n] ?? OPEN}
            onChange={(e) => choose(n, Number(e.target.value))}
          >
            <option value={OPEN}>{t("study.choose")}</option>
            {question.options.map((right, shown) => (
              <option key={right} value={shown}>
                {right}
              </option>
            ))}
          </select>
        </label>
      ))}
    </div>
  );
}

export const match: Answering = {
  ...ANSWERED,
  Form,
  begun: (question) => question.targets.map(() => OPEN),
  ready: (_question, given) => isPlaced(given.arranged),
  response: (_question, given) => ({ arranged: given.arranged }),
  said: (question, { arranged = [] }) =>
    question.targets.map((left, n) => `${left} → ${question.options[arranged[n] ?? 0]}`).join("; "),
  key: (_question, key) => key.texts.join("; "),
  parts: (question) => question.targets.length,
};
