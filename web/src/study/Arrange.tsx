import { ArrowDown, ArrowUp } from "lucide-react";
import { type KeyboardEvent, useRef } from "react";
import { useTranslation } from "react-i18next";
import { Rich } from "../ui/Rich";
import { useWords } from "../ui/words";
import type { Question } from "./door";

type Props = { question: Question; arranged: number[]; put: (arranged: number[]) => void };

/** Things to put in order, moved by buttons or by Alt with the arrow keys. */
export function Ordering({ question, arranged, put }: Props) {
  const { t } = useTranslation();
  const words = useWords();
  const list = useRef<HTMLOListElement>(null);
  const move = (from: number, by: number) => {
    const to = from + by;
    if (to < 0 || to >= arranged.length) return;
    const next = [...arranged];
    next.splice(to, 0, ...next.splice(from, 1));
    put(next);
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

const OPEN = -1;

/** For each thing on the left, one of those on the right; what is chosen at one is given up at another. */
export function Matching({ question, arranged, put }: Props) {
  const { t } = useTranslation();
  const words = useWords();
  const choose = (left: number, shown: number) =>
    put(arranged.map((before, n) => (n === left ? shown : before === shown ? OPEN : before)));
  return (
    <div className="mb-2 space-y-2">
      {question.left.map((left, n) => (
        <label key={left} className="block rounded border border-rule bg-paper px-3 py-2">
          <span {...words} className="mb-1 block">
            {left}
          </span>
          <select
            {...words}
            className="field min-h-11"
            value={arranged[n] ?? OPEN}
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

/** Before anything is done: an order as it is shown, a match still open. */
export function unarranged(question: Question): number[] {
  return question.kind === "match" ? question.left.map(() => OPEN) : question.options.map((_, n) => n);
}

export function isArranged(arranged: number[]): boolean {
  return arranged.every((n) => n !== OPEN);
}

/** An arrangement in words: pairs, or the things in their order. */
export function arrangedInWords(question: Question, arranged: number[]): string {
  return question.kind === "match"
    ? question.left.map((left, n) => `${left} → ${question.options[arranged[n] ?? 0]}`).join("; ")
    : arranged.map((shown, place) => `${place + 1}. ${question.options[shown]}`).join("  ");
}
