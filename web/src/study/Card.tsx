import { useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { Rich } from "../ui/Rich";
import { useWords } from "../ui/words";
import { AnswerForm } from "./AnswerForm";
import type { Answered, Progress, Question, Rules, StudyDoor, StudyLesson } from "./door";
import { Feedback } from "./Feedback";

type Props = {
  lesson: StudyLesson;
  question: Question;
  progress: Progress | undefined;
  number: number;
  rules: Rules;
  send: (response: Answered) => Promise<Progress | null>;
  clock: StudyDoor["clock"];
  hear: (() => void) | null;
  goOn: () => void;
  goOnLabel: string;
};

/** One item at a pause: first the question, then what is said back. */
export function Card(props: Props) {
  const { question, progress } = props;
  const { t } = useTranslation();
  const words = useWords();
  const [again, setAgain] = useState(!progress?.answers.length);
  const [busy, setBusy] = useState(false);
  const [kept, setKept] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const send = async (response: Answered) => {
    setBusy(true);
    setError(null);
    try {
      const told = await props.send(response);
      setKept(told === null);
      setAgain(false);
      if (question.kind === "note") props.goOn();
    } catch (refused) {
      setError(refused);
    }
    setBusy(false);
  };
  return (
    <section
      aria-label={t("study.item", { number: props.number })}
      className="border-t-[3px] border-amber bg-sheet p-4"
    >
      <p className="mb-1 flex justify-between text-[13.5px] text-quiet">
        <span>
          {t("study.itemOf", { number: props.number, count: props.lesson.items.length })}
          {question.kind !== "note" && ` · ${t("study.marks", { count: question.marks })}`}
        </span>
        {again && props.rules.attempts > 1 && question.kind !== "note" && (
          <span>{t("study.triesLeft", { count: progress?.tries_left ?? props.rules.attempts })}</span>
        )}
      </p>
      <h2 {...words} className="mb-3 whitespace-pre-wrap text-[17px] font-semibold leading-snug">
        <Rich text={question.prompt} />
      </h2>
      {question.image_url && (
        <img src={question.image_url} alt={question.image_alt} className="mb-3 max-h-80 max-w-full rounded" />
      )}
      {question.sound_url && (
        // biome-ignore lint/a11y/useMediaCaption: the teacher's own words, which the note says in writing too
        <audio controls autoPlay src={question.sound_url} aria-label={t("study.spoken")} className="mb-3 w-full" />
      )}
      <ErrorNotice error={error} />
      {again ? (
        <AnswerForm
          question={question}
          offerNotSure={props.rules.offer_not_sure}
          busy={busy}
          timed={props.rules.time_limits}
          clock={props.clock}
          send={send}
          hear={props.hear}
        />
      ) : (
        <Answer {...props} kept={kept} again={() => setAgain(true)} />
      )}
    </section>
  );
}

function Answer(props: Props & { kept: boolean; again: () => void }) {
  const { t } = useTranslation();
  const { progress } = props;
  const more = !props.kept && (progress?.tries_left ?? 0) > 0 && progress?.answers.at(-1)?.outcome !== "right";
  useKeys([
    { keys: "Enter", label: props.goOnLabel, run: props.goOn },
    { keys: "H", label: t("study.hear"), run: () => props.hear?.(), off: !props.hear },
    { keys: "R", label: t("study.tryAgain"), run: props.again, off: !more },
  ]);
  return (
    <>
      {props.kept || !progress ? (
        <p role="status">{t("study.kept")}</p>
      ) : (
        <Feedback question={props.question} progress={progress} lesson={props.lesson} />
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        {more && (
          <Button look="main" onClick={props.again} className="min-h-11">
            {t("study.tryAgain")}
          </Button>
        )}
        <Button look={more ? "plain" : "main"} onClick={props.goOn} className="min-h-11">
          {props.goOnLabel}
        </Button>
        {props.hear && (
          <Button onClick={props.hear} className="min-h-11">
            {t("study.hear")}
          </Button>
        )}
      </div>
    </>
  );
}
