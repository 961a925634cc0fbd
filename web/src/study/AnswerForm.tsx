import type { KeyboardEvent } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { Button } from "../ui/Button";
import { Rich } from "../ui/Rich";
import { useWords } from "../ui/words";
import { isArranged, Matching, Ordering } from "./Arrange";
import type { Answered, Question } from "./door";
import { TimeLeft } from "./TimeLeft";
import { type Given, useGiven } from "./useGiven";
import { useTimeLimit } from "./useTimeLimit";

const LETTERS = "abcdefghijkl";

type Props = {
  question: Question;
  offerNotSure: boolean;
  busy: boolean;
  /** When the time is up by this device's clock; null without a time limit. */
  ends: number | null;
  send: (response: Answered) => void;
  hear: (() => void) | null;
};

/** The part of a card that takes an answer: options to press, or a line to write. */
export function AnswerForm(props: Props) {
  const { question, send } = props;
  const { t } = useTranslation();
  const { given, put, sent } = useGiven(question);
  const { chosen, text, arranged } = given;
  const options =
    question.kind === "true_false"
      ? [t("study.true"), t("study.false")]
      : question.kind === "choice" || question.kind === "gap"
        ? question.options
        : [];
  const pick = (n: number) => put({ chosen: question.several ? toggled(chosen, n) : [n] });
  const banked = question.kind === "gap" && options.length > 0;
  const written = (question.kind === "gap" && !banked) || question.kind === "open";
  const ready = {
    choice: chosen.length > 0,
    true_false: chosen.length > 0,
    gap: banked ? chosen.length > 0 : text.trim() !== "",
    open: text.trim() !== "",
    match: isArranged(arranged),
    order: true,
    note: true,
  }[question.kind];
  const filled = banked ? (options[chosen[0] ?? 0] ?? "") : text;
  const hand = (response: Answered) => {
    if (props.busy) return;
    sent();
    send(response);
  };
  const answer = () => ready && hand(responseOf(question, { ...given, text: filled }));
  const notSure = () => hand({ not_sure: true });
  // What stands there when the time is up is handed in as it is.
  const left = useTimeLimit(props.ends, () => (ready ? answer() : hand({ out_of_time: true })));
  const sure = props.offerNotSure && question.kind !== "note";
  useKeys([
    ...options.map((_, n) => ({ keys: (LETTERS[n] ?? "").toUpperCase(), label: "", run: () => pick(n) })),
    { keys: "A", label: options.length ? t("study.keyChoose") : "", run: () => pick(0), off: !options.length },
    { keys: "Enter", label: t("study.answer"), run: answer },
    { keys: "Ctrl+Enter", label: "", run: answer },
    { keys: "N", label: sure ? t("study.notSure") : "", run: notSure, off: !sure || options.length > 13 },
    { keys: "H", label: t("study.hear"), run: () => props.hear?.(), off: !props.hear || options.length > 7 },
  ]);
  return (
    <div>
      {left !== null && (
        <p className="mb-2 text-[13.5px] text-quiet">
          <TimeLeft ms={left} />
        </p>
      )}
      {written && <Written question={question} text={text} change={(next) => put({ text: next })} enter={answer} />}
      {question.kind === "order" && (
        <Ordering question={question} arranged={arranged} put={(next) => put({ arranged: next })} />
      )}
      {question.kind === "match" && (
        <Matching question={question} arranged={arranged} put={(next) => put({ arranged: next })} />
      )}
      <fieldset
        className={question.option_image_urls.some(Boolean) ? "grid grid-cols-2 gap-2 sm:grid-cols-3" : "space-y-2"}
      >
        <legend className="sr-only">{question.prompt}</legend>
        {options.map((text, n) => (
          <OptionLine
            key={text}
            name={question.id}
            letter={LETTERS[n] ?? ""}
            text={text}
            ownWords={question.kind !== "true_false"}
            image={question.option_image_urls[n] ?? null}
            on={chosen.includes(n)}
            pick={() => pick(n)}
            several={question.several}
          />
        ))}
      </fieldset>
      {question.several && <p className="mt-1 text-[13px] text-quiet">{t("study.several")}</p>}
      {sure && (
        <button
          type="button"
          onClick={notSure}
          disabled={props.busy}
          className="mt-2 block min-h-11 w-full rounded border border-dashed border-line px-3 py-2 pl-10 text-left"
        >
          {t("study.notSure")}
        </button>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        <Button look="main" onClick={answer} disabled={!ready || props.busy} className="min-h-11">
          {question.kind === "note" ? t("study.goOn") : t("study.answer")}
        </Button>
        {props.hear && (
          <Button onClick={props.hear} className="min-h-11">
            {t("study.hear")}
          </Button>
        )}
      </div>
    </div>
  );
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

/** A line, which Enter hands in, or room for several. */
function Written(props: { question: Question; text: string; change: (text: string) => void; enter: () => void }) {
  const { t } = useTranslation();
  const long = props.question.kind === "open";
  const shared = {
    value: props.text,
    dir: "auto" as const,
    "aria-label": t("study.yourAnswer"),
    className: "field mb-2",
    maxLength: 5000,
    onChange: (e: { target: { value: string } }) => props.change(e.target.value),
  };
  if (long) return <textarea rows={4} {...shared} />;
  const byKey = (e: KeyboardEvent) => {
    // Not the Enter that ends the composing of a letter.
    if (e.key !== "Enter" || e.nativeEvent.isComposing) return;
    e.preventDefault();
    props.enter();
  };
  return <input autoComplete="off" onKeyDown={byKey} {...shared} />;
}

function toggled(chosen: number[], n: number): number[] {
  return chosen.includes(n) ? chosen.filter((c) => c !== n) : [...chosen, n];
}

function responseOf(question: Question, { chosen, text, arranged }: Given): Answered {
  switch (question.kind) {
    case "note":
      return {};
    case "true_false":
      return { truth: chosen[0] === 0 };
    case "choice":
      return { chosen };
    case "match":
    case "order":
      return { arranged };
    default:
      return { text };
  }
}
