import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { api } from "../api/client";
import { Button } from "../ui/Button";
import { ErrorNotice, NotYet } from "../ui/Notice";
import { useOutcome } from "./Bar";
import { CorrectDialog } from "./CorrectDialog";
import { ItemFigures } from "./ItemFigures";
import { OptionBars } from "./OptionBars";
import { type ItemAnswers, useItemAnswers } from "./queries";

/** All answers to one item side by side; open ones are marked here. */
export function ItemSide({ assignment, item }: { assignment: string; item: string }) {
  const { t } = useTranslation();
  const found = useItemAnswers(assignment, item);
  const outcome = useOutcome();
  if (!found.data) return <NotYet error={found.error} />;
  const open = found.data.kind === "open";
  return (
    <>
      <OptionBars item={found.data} />
      <ItemFigures item={found.data} />
      <Correct assignment={assignment} item={found.data} />
      {open && found.data.model_answer && (
        <p dir="auto" className="mb-3 border-l-4 border-moss pl-3">
          <span className="text-quiet">{t("item.modelAnswer")}: </span>
          {found.data.model_answer}
        </p>
      )}
      {found.data.criteria.length > 0 && (
        <ul className="mb-3 list-[square] pl-5">
          {found.data.criteria.map((c) => (
            <li key={c.text} dir="auto">
              {c.text} · {t("item.marks", { count: c.marks })}
            </li>
          ))}
        </ul>
      )}
      <ul className="space-y-2.5">
        {found.data.answers.map((a) => (
          <li key={a.id} className="rounded border border-rule bg-sheet px-3 py-2">
            {open ? (
              <MarkForm answer={a} item={found.data} assignment={assignment} />
            ) : (
              <p className="flex justify-between gap-3">
                <b dir="auto">{a.nickname}</b>
                <span className="text-quiet">{outcome(a)}</span>
              </p>
            )}
          </li>
        ))}
      </ul>
      {found.data.answers.length === 0 && <p className="text-quiet">{t("results.noAnswers")}</p>}
    </>
  );
}

/** The way to put the marking right, and what was put right before. */
function Correct({ assignment, item }: { assignment: string; item: ItemAnswers }) {
  const { t } = useTranslation();
  const [open, setOpen] = useState(false);
  return (
    <p className="mb-3">
      {item.corrected !== null && (
        <span dir="auto" className="mb-1 block border-l-4 border-moss pl-3 text-[14px]">
          {t("correct.was")} {item.corrected}
        </span>
      )}
      <Button small onClick={() => setOpen(true)}>
        {t("correct.open")}
      </Button>
      {open && <CorrectDialog assignment={assignment} item={item} close={() => setOpen(false)} />}
    </p>
  );
}

type Given = ItemAnswers["answers"][number];

function MarkForm({ answer, item, assignment }: { answer: Given; item: ItemAnswers; assignment: string }) {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const [marks, setMarks] = useState(answer.marked && answer.share !== null ? String(answer.share * item.marks) : "");
  const [comment, setComment] = useState(answer.comment);
  const [error, setError] = useState<unknown>(null);
  const [saved, setSaved] = useState(answer.marked);
  const save = async (e: FormEvent) => {
    e.preventDefault();
    setError(null);
    try {
      await api.PUT("/api/answers/{answer_id}/mark/", {
        params: { path: { answer_id: answer.id } },
        body: { marks: Number(marks), comment },
      });
      setSaved(true);
      queries.invalidateQueries({ queryKey: ["sheet", assignment] });
    } catch (refused) {
      setError(refused);
    }
  };
  const text = (answer.response as { text?: string; not_sure?: boolean }).text;
  return (
    <form onSubmit={save}>
      <p className="mb-1 flex justify-between">
        <b dir="auto">{answer.nickname}</b>
        <span className="text-quiet">
          {t(answer.outcome !== "waiting" ? "cell.not_sure" : saved ? "results.marked" : "cell.waiting")}
        </span>
      </p>
      {text !== undefined && (
        <>
          <p dir="auto" className="mb-2 whitespace-pre-wrap font-script">
            {text}
          </p>
          <div className="flex flex-wrap items-center gap-1.5">
            {marksOf(item.marks).map((m) => (
              <Button
                key={m}
                small
                look={marks === String(m) ? "main" : "plain"}
                aria-pressed={marks === String(m)}
                onClick={() => setMarks(String(m))}
              >
                {m}
              </Button>
            ))}
            <input
              dir="auto"
              className="field !w-auto flex-1 !py-1"
              aria-label={t("results.comment")}
              placeholder={t("results.comment")}
              value={comment}
              onChange={(e) => setComment(e.target.value)}
            />
            <Button small type="submit" disabled={marks === ""}>
              {t("results.giveMarks")}
            </Button>
          </div>
        </>
      )}
      <ErrorNotice error={error} />
    </form>
  );
}

function marksOf(most: number): number[] {
  const step = most <= 3 ? 0.5 : 1;
  return Array.from({ length: Math.floor(most / step) + 1 }, (_, n) => n * step);
}
