import { useEffect, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { ApiError } from "../api/client";
import { useKeys } from "../app/keys";
import { ANSWERING } from "../kinds/answering";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { Rich } from "../ui/Rich";
import { useWords } from "../ui/words";
import { AnswerForm } from "./AnswerForm";
import { aloud, saidBackAloud, useVoice } from "./aloud";
import type { Answered, Progress, Question, Rules, StudyDoor, StudyLesson } from "./door";
import { Explained } from "./Explained";
import { Feedback, outcomeInWords, said } from "./Feedback";
import { TimedForm } from "./TimedForm";
import { WordingField } from "./useWording";

type Props = {
  lesson: Pick<StudyLesson, "sentences" | "language">;
  /** How many items there are. */
  count: number;
  question: Question;
  progress: Progress | undefined;
  number: number;
  rules: Rules;
  send: (response: Answered) => Promise<Progress | null>;
  open: StudyDoor["open"];
  hear: (() => void) | null;
  /** None where somebody else decides when it goes on. */
  goOn: (() => void) | null;
  goOnLabel: string;
  /** Whether it takes no answer now. */
  shut?: boolean;
  /** Words of the lesson that can be tapped for their meaning. */
  meanings?: Map<string, string>;
};

const NO_MEANINGS = new Map<string, string>();

/** One item at a pause: first the question, then what is said back. */
export function Card(props: Props) {
  const { question, progress, meanings = NO_MEANINGS } = props;
  const { t, i18n } = useTranslation();
  const words = useWords();
  const [again, setAgain] = useState(!props.shut && !progress?.answers.length && !progress?.done);
  const [busy, setBusy] = useState(false);
  const [kept, setKept] = useState(false);
  const [fresh, setFresh] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const [refused, setRefused] = useState<Refused | null>(null);
  const send = async (response: Answered) => {
    setBusy(true);
    setFresh(true);
    setError(null);
    setRefused(null);
    try {
      const told = await props.send(response);
      setKept(told === null);
      setAgain(false);
      if (question.kind === "note") props.goOn?.();
    } catch (why) {
      // Closed, answered in another tab: nothing more to be done here, so the way goes on.
      if (why instanceof ApiError && why.status === 409) {
        setRefused({ why, response });
        setAgain(false);
      } else setError(why);
    }
    setBusy(false);
  };
  const language = words.lang ?? "";
  const read = useVoice(language);
  // First what is asked; once it is answered, what is said back.
  const readOut = () => {
    const asked = aloud(question, ANSWERING[question.kind].options(question, t));
    const inLesson = again || !progress ? asked : saidBackAloud(question, progress, props.lesson.sentences, t);
    const last = again ? undefined : progress?.answers.at(-1);
    const outcome = progress && last ? outcomeInWords(question, progress, last, t) : "";
    const told = outcome ? [{ text: outcome, language: i18n.language }] : [];
    read?.([...told, ...inLesson.map((text) => ({ text, language }))]);
  };
  useKeys([{ keys: "V", label: read ? t("study.readAloud") : "", run: readOut, off: !read }]);
  const timed = props.rules.time_limits && question.time_limit_s !== null;
  const form = { question, offerNotSure: props.rules.offer_not_sure, busy, send, hear: props.hear };
  return (
    <section
      aria-label={t("study.item", { number: props.number })}
      className="border-t-[3px] border-amber bg-sheet p-4"
    >
      <p className="mb-1 flex flex-wrap items-center justify-between gap-x-3 text-[13.5px] text-quiet">
        <span>
          {t("study.itemOf", { number: props.number, count: props.count })}
          {question.kind !== "note" && ` · ${t("study.marks", { count: question.marks })}`}
        </span>
        <WordingField question={question} />
        {read && !question.withheld && (
          <Button small look="quiet" hint="V" onClick={readOut}>
            {t("study.readAloud")}
          </Button>
        )}
        {again && props.rules.attempts > 1 && question.kind !== "note" && (
          <span>{t("study.triesLeft", { count: progress?.tries_left ?? props.rules.attempts })}</span>
        )}
      </p>
      {!question.withheld && (
        <h2 {...words} className="mb-3 whitespace-pre-wrap text-[17px] font-semibold leading-snug">
          <Rich text={question.prompt} plain={(text) => <Explained text={text} words={meanings} />} />
        </h2>
      )}
      {question.image_url && (
        <img src={question.image_url} alt={question.image_alt} className="mb-3 max-h-80 max-w-full rounded" />
      )}
      {question.sound_url && (
        // biome-ignore lint/a11y/useMediaCaption: the teacher's own words, which the note says in writing too
        <audio controls autoPlay src={question.sound_url} aria-label={t("study.spoken")} className="mb-3 w-full" />
      )}
      <ErrorNotice error={error} />
      {!again && <Answer {...props} kept={kept} fresh={fresh} refused={refused} again={() => setAgain(true)} />}
      {again && timed && <TimedForm {...form} open={props.open} />}
      {again && !timed && <AnswerForm {...form} ends={null} />}
    </section>
  );
}

/** What was given, and why it did not count. */
type Refused = { why: ApiError; response: Answered };

/** ``fresh``: answered just now, on this card. */
function Answer(props: Props & { kept: boolean; fresh: boolean; refused: Refused | null; again: () => void }) {
  const { t } = useTranslation();
  const { progress, refused } = props;
  const more = !props.shut && !props.kept && !refused && (progress?.tries_left ?? 0) > 0;
  // While nothing is said of right and wrong, the way on comes first.
  const wrong = more && ["wrong", "not_sure"].includes(progress?.answers.at(-1)?.outcome ?? "");
  const againLabel = t(wrong ? "study.tryAgain" : "study.change");
  useKeys([
    { keys: "Enter", label: wrong ? againLabel : props.goOnLabel, run: () => (wrong ? props.again() : props.goOn?.()) },
    { keys: "G", label: props.goOnLabel, run: () => props.goOn?.(), off: !props.goOn },
    { keys: "H", label: t("study.hear"), run: () => props.hear?.(), off: !props.hear },
    { keys: "R", label: againLabel, run: props.again, off: !more },
  ]);
  const answered = useRef<HTMLDivElement>(null);
  // Where the form was the focus stays, so that keys and a screen reader go on from here.
  useEffect(() => {
    if (props.fresh) answered.current?.focus({ preventScroll: true });
  }, [props.fresh]);
  return (
    <div ref={answered} tabIndex={-1} className="outline-none">
      {refused && (
        <ErrorNotice error={refused.why}>
          <span dir="auto" className="block whitespace-pre-wrap">
            {t("study.youWrote")} {said(props.question, refused.response, t)}
          </span>
        </ErrorNotice>
      )}
      {props.kept && <p role="status">{t("study.kept")}</p>}
      {!props.kept && progress && (props.shut || !refused || progress.answers.length > 0 || progress.key) && (
        <Feedback question={props.question} progress={progress} lesson={props.lesson} keyed />
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        {more && (
          <Button look={wrong ? "main" : "plain"} onClick={props.again} className="min-h-11">
            {againLabel}
          </Button>
        )}
        {props.goOn && (
          <Button look={wrong ? "plain" : "main"} onClick={props.goOn} className="min-h-11">
            {props.goOnLabel}
          </Button>
        )}
        {props.hear && (
          <Button onClick={props.hear} className="min-h-11">
            {t("study.hear")}
          </Button>
        )}
      </div>
    </div>
  );
}
