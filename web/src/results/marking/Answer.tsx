import { useEffect, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../../app/keys";
import { Button } from "../../ui/Button";
import { ErrorNotice } from "../../ui/Notice";
import type { ItemAnswers } from "../queries";
import { cut, type Draft, draftOf, halfMore, keepDraft, marksOf } from "./drafts";
import { type Given, useMarks } from "./useMarks";

type Props = {
  assignment: string;
  answer: Given;
  item: ItemAnswers;
  /** The words of the criteria in it. */
  found: NonNullable<ItemAnswers["reading"]>["suggested"][number];
  /** Those that say much the same and wait too. */
  alike: Given[];
  /** Whether it is the one being marked, to which the keys go. */
  at: boolean;
  look: () => void;
  done: (marked: Given[]) => void;
  comments: string;
};

/** One answer in a student's own words, with the marks it gets. */
export function Answer(props: Props) {
  const { answer, item, at, look, alike } = props;
  const { t } = useTranslation();
  const kept: Draft = {
    marks: answer.share === null ? null : answer.share * item.marks,
    comment: answer.comment,
  };
  // What was put down here and not saved yet; otherwise what is kept on the server.
  const [own, setOwn] = useState<Draft | null>(() => draftOf(answer.id));
  const draft = own ?? kept;
  const give = useMarks(props.assignment);
  const put = (part: Partial<Draft>) => {
    const next = { ...draft, ...part };
    setOwn(next);
    keepDraft(answer.id, next);
  };
  const save = (to: Given[]) => {
    if (draft.marks === null) return;
    const onSuccess = () => {
      setOwn(null);
      props.done(to);
    };
    give.mutate({ answers: to, draft }, { onSuccess });
  };
  const card = useShown(at);
  const comment = useRef<HTMLInputElement>(null);
  const digits = Array.from({ length: Math.min(9, Math.floor(item.marks)) + 1 }, (_, n) => n);
  // While one marks, the digits are marks; elsewhere they lead to the steps.
  useKeys([
    ...digits.map((n) => ({
      keys: String(n),
      label: n ? "" : t("marking.digits"),
      run: () => put({ marks: n }),
      off: !at,
    })),
    { keys: ".", label: t("marking.half"), run: () => put({ marks: halfMore(draft.marks, item.marks) }), off: !at },
    { keys: "Z", label: t("marking.comment"), run: () => comment.current?.focus(), off: !at },
    { keys: "Enter", label: t("marking.save"), run: () => save([answer]), off: !at },
    { keys: "=", label: t("marking.saveAlike"), run: () => save([answer, ...alike]), off: !at || !alike.length },
  ]);
  const changed = draft.marks !== kept.marks || draft.comment !== kept.comment;
  return (
    <article
      ref={card}
      tabIndex={-1}
      aria-label={answer.nickname}
      aria-current={at ? "true" : undefined}
      onPointerDown={look}
      onFocus={look}
      className={`mb-2 rounded border px-3.5 py-2.5 ${at ? "border-teal bg-sheet shadow-[inset_3px_0_0_var(--color-teal)]" : "border-rule bg-paper"}`}
    >
      <p className="mb-1 flex justify-between gap-3">
        <b dir="auto">{answer.nickname}</b>
        <span className="text-[13.5px] text-quiet">
          {t(!answer.marked_at ? "cell.waiting" : answer.returned ? "marking.returned" : "results.marked")}
        </span>
      </p>
      <Words {...props} />
      <div className="flex flex-wrap items-center gap-1.5">
        {marksOf(item.marks).map((m) => (
          <Button
            key={m}
            small
            look={draft.marks === m ? "main" : "plain"}
            aria-pressed={draft.marks === m}
            onClick={() => put({ marks: m })}
          >
            {m}
          </Button>
        ))}
        <input
          ref={comment}
          dir="auto"
          list={props.comments}
          className="field !w-auto min-w-40 flex-1 !py-1"
          aria-label={t("results.comment")}
          placeholder={t("results.comment")}
          maxLength={2000}
          value={draft.comment}
          onChange={(e) => put({ comment: e.target.value })}
          onKeyDown={(e) => e.key === "Enter" && save([answer])}
        />
        <Button small disabled={draft.marks === null || !changed || give.isPending} onClick={() => save([answer])}>
          {t("results.giveMarks")}
        </Button>
        {alike.length > 0 && (
          <Button small disabled={draft.marks === null || give.isPending} onClick={() => save([answer, ...alike])}>
            {t("marking.saveAll", { count: alike.length + 1 })}
          </Button>
        )}
      </div>
      <ErrorNotice error={give.error} />
    </article>
  );
}

/** Whatever is being marked stands in view, and the keys go to it. */
function useShown(at: boolean) {
  const card = useRef<HTMLElement>(null);
  useEffect(() => {
    if (!at || !card.current) return;
    card.current.scrollIntoView({ block: "nearest" });
    if (!card.current.contains(document.activeElement)) card.current.focus({ preventScroll: true });
  }, [at]);
  return card;
}

/** The answer, with a line under the words that a criterion names: a help for the eye, never a mark. */
function Words({ answer, item, found }: Props) {
  const { t } = useTranslation();
  const text = String(answer.response.text ?? "");
  return (
    <p dir="auto" className="mb-2 whitespace-pre-wrap font-script">
      {cut(text, found).map((part, n) => {
        const key = n;
        if (part.criterion === null) return <span key={key}>{part.text}</span>;
        const named = t("marking.named", { number: part.criterion + 1, text: item.criteria[part.criterion]?.text });
        return (
          <u key={key} title={named} className="decoration-moss decoration-2 underline-offset-3">
            {part.text}
          </u>
        );
      })}
    </p>
  );
}
