import { useEffect, useId, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../../app/keys";
import { Button } from "../../ui/Button";
import { NotYet } from "../../ui/Notice";
import { Rich } from "../../ui/Rich";
import { type ItemAnswers, useItemAnswers } from "../queries";
import { useReturn } from "../useReturn";
import { Answer } from "./Answer";
import type { Given } from "./useMarks";

type Props = { assignment: string; item: string; next: (() => void) | undefined };

/** One question's answers in a column, alike ones together. */
export function Column({ assignment, item, next }: Props) {
  const found = useItemAnswers(assignment, item);
  if (!found.data?.reading) return <NotYet error={found.error} />;
  return <Answers {...{ assignment, next, item: found.data }} reading={found.data.reading} />;
}

type AnswersProps = {
  assignment: string;
  item: ItemAnswers;
  reading: NonNullable<ItemAnswers["reading"]>;
  next: Props["next"];
};

function Answers({ assignment, item, reading, next }: AnswersProps) {
  const { t } = useTranslation();
  const list = useId();
  const written = (n: number): Given[] => (item.answers[n]?.outcome === "waiting" ? [item.answers[n]] : []);
  const groups = reading.groups.map((group) => group.flatMap(written)).filter((group) => group.length);
  const order = groups.flat();
  const walk = useWalk(order);
  const giveBack = useReturn(assignment);
  const toReturn = order.filter((a) => a.marked_at && !a.returned).length;
  const left = order.filter((a) => !a.marked_at).length;
  useKeys([
    { keys: "J", label: t("marking.nextAnswer"), run: () => walk.step(1) },
    { keys: "Shift+J", label: t("marking.lastAnswer"), run: () => walk.step(-1) },
    { keys: "N", label: t("marking.nextQuestion"), run: () => next?.(), off: !next },
  ]);
  const comments = [...new Set(order.map((a) => a.comment).filter(Boolean))];
  return (
    <div className="max-w-3xl">
      <h2 dir="auto" className="text-lg font-semibold">
        <Rich text={item.prompt} />
      </h2>
      <Guide item={item} />
      <p className="mb-3 flex flex-wrap items-center gap-3 text-[14px] text-quiet">
        {left > 0 && t("marking.waiting", { count: left })}
        {left === 0 && order.length > 0 && t("marking.allDone")}
        {toReturn > 0 && (
          <Button small onClick={() => giveBack.mutate({ item: item.id })}>
            {t("marking.return", { count: toReturn })}
          </Button>
        )}
        {left === 0 && next && (
          <Button small look="main" hint="N" onClick={next}>
            {t("marking.nextQuestion")}
          </Button>
        )}
      </p>
      <datalist id={list}>
        {comments.map((c) => (
          <option key={c} value={c} />
        ))}
      </datalist>
      {groups.map((group) => (
        <div key={group[0]?.id} className="mb-4">
          {group.length > 1 && (
            <p className="mb-1 text-[13.5px] text-quiet">{t("marking.alike", { count: group.length })}</p>
          )}
          {group.map((answer) => (
            <Answer
              key={answer.id}
              {...{ assignment, answer, item }}
              found={reading.suggested[item.answers.indexOf(answer)] ?? []}
              alike={group.filter((a) => a.id !== answer.id && !a.marked_at)}
              at={walk.at === answer.id}
              look={() => walk.to(answer.id)}
              done={walk.done}
              comments={list}
            />
          ))}
        </div>
      ))}
      {order.length === 0 && <p className="py-6 text-quiet">{t("results.noAnswers")}</p>}
    </div>
  );
}

/** Which answer is being marked: the first that waits, then wherever one goes. */
function useWalk(order: Given[]) {
  const [chosen, choose] = useState("");
  const latest = useRef(order);
  useEffect(() => {
    latest.current = order;
  });
  const place = order.findIndex((a) => a.id === chosen);
  const at = place >= 0 ? chosen : (order.find((a) => !a.marked_at) ?? order[0])?.id;
  const step = (by: number) => {
    const now = latest.current.findIndex((a) => a.id === at);
    const to = latest.current[Math.min(Math.max(0, now + by), latest.current.length - 1)];
    if (to) choose(to.id);
  };
  /** On to the next that waits, but for those just marked; to the end and then from the start. */
  const done = (marked: Given[]) => {
    const now = latest.current.findIndex((a) => a.id === at);
    const onward = [...latest.current.slice(now + 1), ...latest.current.slice(0, now)];
    const to = onward.find((a) => !a.marked_at && !marked.some((m) => m.id === a.id));
    if (to) choose(to.id);
  };
  return { at, to: choose, step, done };
}

/** What marks are given for. */
function Guide({ item }: { item: ItemAnswers }) {
  const { t } = useTranslation();
  return (
    <div className="my-2">
      {item.model_answer && (
        <p dir="auto" className="border-l-4 border-moss pl-3">
          <span className="text-quiet">{t("item.modelAnswer")}: </span>
          {item.model_answer}
        </p>
      )}
      <ol className="mt-2 list-decimal pl-6">
        {item.criteria.map((c) => (
          <li key={c.text} dir="auto">
            {c.text} · {t("item.marks", { count: c.marks })}
          </li>
        ))}
      </ol>
    </div>
  );
}
