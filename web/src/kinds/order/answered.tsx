import { ArrowDown, ArrowUp } from "lucide-react";
import { type KeyboardEvent, useRef } from "react";
import { useTranslation } from "react-i18next";
import { Rich } from "../../ui/Rich";
import { useWords } from "../../ui/words";
import { ANSWERED, type Answering, type AnswerProps } from "../kinds";

/** Things to put in order, moved by buttons or by Alt with the arrow keys. */
function Form({ question, given, put }: AnswerProps) {
  const { t } = useTranslation();
  const words = useWords();
  const list = useRef<HTMLOListElement>(null);
  const { arranged } = given;
  const move = (from: number, by: number) => {
    const to = from + by;
    if (to < 0 || to >= arranged.length) return;
    const next = [...arranged];
    next.splice(to, 0, ...next.splice(from, 1));
    put({ arranged: next });
    const side = by < 0 ? 0 : 1;
    setTimeout(() => list.current?.children[to]?.querySelectorAll("button")[side]?.focus());
  };
  const byKey = (e: KeyboardEvent, place: number) => {
    const by = { ArrowUp: -1, ArrowDown: 1 }[e.key];
    if (!by) return;
    e.preventDefault();
    e.stopPropagation();
    move(place, by);
  };
  return (
    <ol ref={list} aria-label={question.prompt} className="mb-2 space-y-2">
      {arranged.map((shown, place) => (
        <li key={shown} className="flex min-h-11 items-center gap-2 rounded border border-rule bg-paper px-3 py-1">
          <span className="w-4 shrink-0 font-semibold text-quiet">{place + 1}</span>
          <span {...words} className="flex-1">
            <Rich text={question.options[shown] ?? ""} />
          </span>
          {[-1, 1].map((by) => (
            <button
              key={by}
              type="button"
              disabled={place + by < 0 || place + by >= arranged.length}
              aria-label={t(by < 0 ? "study.earlier" : "study.later", { step: question.options[shown] })}
              className="flex size-10 items-center justify-center rounded border border-line disabled:opacity-30"
              onClick={() => move(place, by)}
              onKeyDown={(e) => byKey(e, place)}
            >
              {by < 0 ? <ArrowUp size={16} /> : <ArrowDown size={16} />}
            </button>
          ))}
        </li>
      ))}
    </ol>
  );
}

export const order: Answering = {
  ...ANSWERED,
  Form,
  begun: (question) => question.options.map((_, n) => n),
  response: (_question, given) => ({ arranged: given.arranged }),
  said: (question, { arranged = [] }) =>
    arranged.map((shown, place) => `${place + 1}. ${question.options[shown]}`).join("  "),
  key: (_question, key) => key.texts.join("; "),
  parts: (question) => question.options.length,
};
