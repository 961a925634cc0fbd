import type { TFunction } from "i18next";
import { useTranslation } from "react-i18next";
import { ANSWERING } from "../kinds/answering";
import { Rich } from "../ui/Rich";
import { useWords } from "../ui/words";
import { quotes, settledBy } from "./aloud";
import type { Answered, Outcome, Progress, Question, StudyLesson } from "./door";
import { SecondLook } from "./SecondLook";

/** What the words that settle an item are quoted from. */
type Quotable = Pick<StudyLesson, "sentences" | "language">;

/** What is said back after an answer: whether it was right, the key and why, as far as the policy lets go of them. */
export function Feedback(props: { question: Question; progress: Progress; lesson: Quotable; keyed?: boolean }) {
  const { question, progress } = props;
  const { t } = useTranslation();
  const last = progress.answers.at(-1);
  return (
    <div aria-live="polite">
      {last ? (
        <>
          <Last question={question} progress={progress} last={last} />
          <SecondLook key={last.id} last={last} keyed={props.keyed ?? false} />
        </>
      ) : (
        <p className="mb-2 text-quiet">{t("study.notAnswered")}</p>
      )}
      {progress.key && (
        <>
          {chosenIn(last?.response ?? {}).map((n) => (
            <p key={n} dir="auto" className="mb-2">
              <Rich text={progress.key?.feedback[n] ?? ""} />
            </p>
          ))}
          <KeyShown question={question} keyOf={progress.key} lesson={props.lesson} last={last} />
        </>
      )}
    </div>
  );
}

const EDGES: Partial<Record<Outcome, string>> = {
  right: "border-l-moss",
  marked: "border-l-moss",
  wrong: "border-l-brick",
  out_of_time: "border-l-brick",
  waiting: "border-l-amber",
};

/** The last answer in words, and what it came to. */
function Last({
  question,
  progress,
  last,
}: {
  question: Question;
  progress: Progress;
  last: Progress["answers"][number];
}) {
  const { t } = useTranslation();
  const parts = partsRight(question, last);
  // Said where it is not what one would expect: a later try that earns less, a wrong answer that costs.
  const plain = last.outcome === "marked" || last.marks === null || last.share === null;
  const differs = !plain && Math.abs((last.marks ?? 0) - (last.share ?? 0) * question.marks) > 0.005;
  const counts =
    differs && t("study.counts", { marks: (last.marks ?? 0).toLocaleString(undefined), most: question.marks });
  return (
    <div
      className={`mb-2 rounded border border-l-4 border-rule bg-paper px-3 py-2 ${parts ? "border-l-amber" : (EDGES[last.outcome] ?? "border-l-line")}`}
    >
      <p dir="auto" className="font-semibold">
        <Rich text={said(question, last.response as Answered, t)} />
      </p>
      <p className="text-[14px] text-quiet">{outcomeInWords(question, progress, last, t)}</p>
      {counts && <p className="text-[14px] text-quiet">{counts}</p>}
      {last.comment && <p dir="auto">{last.comment}</p>}
    </div>
  );
}

/** What the last answer came to. */
export function outcomeInWords(
  question: Question,
  progress: Progress,
  last: Progress["answers"][number],
  t: TFunction,
) {
  const parts = partsRight(question, last);
  if (last.outcome === "marked") {
    const marks = ((last.share ?? 0) * question.marks).toLocaleString(undefined, { maximumFractionDigits: 2 });
    return t("study.markedBy", { marks, most: question.marks });
  }
  if (parts) return t("study.partsRight", parts);
  return t(`study.outcome.${last.outcome}`, { count: progress.answers.length });
}

/** How many of an item's parts are right, where some are and some are not. */
function partsRight(question: Question, { outcome, share }: Progress["answers"][number]) {
  const count = ANSWERING[question.kind].parts(question);
  if (!count || outcome !== "wrong" || !share) return null;
  return { right: Math.round(share * count), count };
}

function chosenIn(response: object): number[] {
  return (response as Answered).chosen ?? [];
}

function KeyShown(props: {
  question: Question;
  keyOf: NonNullable<Progress["key"]>;
  lesson: Quotable;
  last: Progress["answers"][number] | undefined;
}) {
  const { question, keyOf, last } = props;
  const { t } = useTranslation();
  const words = useWords();
  const kind = ANSWERING[question.kind];
  const answer = kind.key(question, keyOf, t);
  const quote = settledBy(props.lesson.sentences, keyOf).map((s) => s.text);
  return (
    <div className="space-y-2">
      {last?.outcome === "right" && slipped(question, last.response, keyOf.texts) && (
        <p>
          <span className="text-quiet">{t("study.spelling")} </span>
          <b dir="auto">{keyOf.texts[0]}</b>
        </p>
      )}
      {last?.outcome !== "right" && answer && (
        <p>
          <span className="text-quiet">{t(kind.keyLabel)} </span>
          <b dir="auto">
            <Rich text={answer} />
          </b>
        </p>
      )}
      {keyOf.explanation && !quotes(keyOf.explanation, quote) && (
        <p {...words}>
          <Rich text={keyOf.explanation} />
        </p>
      )}
      {quote.length > 0 && (
        <blockquote
          lang={props.lesson.language}
          dir="auto"
          className="rounded border border-rule bg-paper px-3 py-2 font-script italic"
        >
          {quote.join(" ")}
        </blockquote>
      )}
    </div>
  );
}

/** Whether a typed answer was taken although none of the right ones is written like it. */
function slipped(question: Question, response: object, texts: string[]): boolean {
  const plain = (text: string) => text.trim().toLocaleLowerCase().replace(/\s+/g, " ");
  const given = plain((response as Answered).text ?? "");
  return ANSWERING[question.kind].slips(question) && !texts.some((text) => plain(text) === given);
}

/** A response in words. */
export function said(question: Question, response: Answered, t: (key: string) => string): string {
  if (response.out_of_time) return t("study.nothingGiven");
  if (response.not_sure) return t("study.notSure");
  return ANSWERING[question.kind].said(question, response, t);
}
