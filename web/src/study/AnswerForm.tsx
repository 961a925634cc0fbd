import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { ANSWERING } from "../kinds/answering";
import { LETTERS, picked } from "../kinds/Options";
import { Button } from "../ui/Button";
import type { Answered, Question } from "./door";
import { TimeLeft } from "./TimeLeft";
import { useGiven } from "./useGiven";
import { useTimeLimit } from "./useTimeLimit";

type Props = {
  question: Question;
  offerNotSure: boolean;
  busy: boolean;
  /** When the time is up by this device's clock; null without a time limit. */
  ends: number | null;
  send: (response: Answered) => void;
  hear: (() => void) | null;
};

/** The part of a card that takes an answer, as the item's kind takes it. */
export function AnswerForm(props: Props) {
  const { question, send } = props;
  const { t } = useTranslation();
  const { given, put, sent } = useGiven(question);
  const kind = ANSWERING[question.kind];
  const options = kind.options(question, t);
  const pick = (n: number) => put({ chosen: picked(question.several, given.chosen, n) });
  const ready = kind.ready(question, given);
  const hand = (response: Answered) => {
    if (props.busy) return;
    sent();
    send(response);
  };
  const answer = () => ready && hand(kind.response(question, given));
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
      {kind.Form && <kind.Form question={question} options={options} given={given} put={put} enter={answer} />}
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
          {t(kind.answerLabel)}
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
