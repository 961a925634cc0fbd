import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useNavigate } from "react-router";
import type { Assignment } from "../../assignments/queries";
import { Button } from "../../ui/Button";
import { ErrorNotice } from "../../ui/Notice";
import type { Sheet } from "../queries";
import { type ScriptResult, useRevise } from "./queries";
import { Why } from "./Why";

type Props = { assignment: Assignment; sheet: Sheet; result: ScriptResult };

/** The segments worth teaching again, in order of need, and the lesson to be made of them. */
export function TeachAgain({ assignment, sheet, result }: Props) {
  const { t } = useTranslation();
  const go = useNavigate();
  const revise = useRevise(assignment.id);
  const [chosen, setChosen] = useState<number[] | null>(null);
  // Those that are sure are chosen until the teacher says otherwise.
  const wanted = chosen ?? sheet.teach_again.filter((n) => sheet.segments[n]?.advice?.sure);
  const turn = (n: number) => setChosen(wanted.includes(n) ? wanted.filter((w) => w !== n) : [...wanted, n]);
  const others = sheet.segments
    .map((_, n) => n)
    .filter((n) => !sheet.teach_again.includes(n) && sheet.items.some((i) => i.segment === n));
  const open = ({ lesson, job }: { lesson: string; job: string }) =>
    go(`/lessons/${lesson}/items?at=${sheet.segments[Math.min(...wanted)]?.start_ms}`, { state: { job } });
  const names = [...new Set(wanted.flatMap((n) => result.for_whom[String(n)] ?? []))];
  return (
    <>
      <h2 className="mb-2 font-semibold">{t("teaching.title")}</h2>
      {sheet.teach_again.length === 0 && <p className="mb-3 text-quiet">{t("teaching.nothing")}</p>}
      <ul>
        {[...sheet.teach_again, ...others].map((n) => (
          <li key={n} className="mb-2">
            <label className="flex items-baseline gap-2">
              <input type="checkbox" checked={wanted.includes(n)} onChange={() => turn(n)} />
              <span dir="auto">
                <b className={sheet.teach_again.includes(n) ? "" : "font-normal text-quiet"}>
                  {n + 1} · {sheet.segments[n]?.title}
                </b>
              </span>
            </label>
            {sheet.segments[n]?.advice && (
              <div className="ml-6">
                <Why segment={sheet.segments[n]} />
              </div>
            )}
          </li>
        ))}
      </ul>
      {names.length > 0 && (
        <p dir="auto" className="mb-3 text-[14px]">
          <span className="text-quiet">{t("teaching.forWhom")} </span>
          {names.join(", ")}
        </p>
      )}
      <Button
        look="main"
        disabled={wanted.length === 0 || revise.isPending}
        onClick={() => revise.mutate(wanted, { onSuccess: open })}
      >
        {t("teaching.make")}
      </Button>
      <p className="mt-1.5 text-[13.5px] text-quiet">{t("teaching.makeWhat")}</p>
      <ErrorNotice error={revise.error} />
      <Made result={result} />
    </>
  );
}

/** The lessons made so far: how their segments went before and since. */
function Made({ result }: { result: ScriptResult }) {
  const { t } = useTranslation();
  if (result.revisions.length === 0) return null;
  return (
    <>
      <h3 className="mt-5 mb-1 font-semibold">{t("teaching.made")}</h3>
      <ul>
        {result.revisions.map((r) => (
          <li key={r.lesson} className="mb-2 text-[14px]">
            <Link dir="auto" className="text-teal underline" to={`/lessons/${r.lesson}/items`}>
              {r.title}
            </Link>
            <br />
            {t("teaching.before", r.before)}
            {" · "}
            {r.after.answered ? t("teaching.after", r.after) : t("teaching.notYet")}
          </li>
        ))}
      </ul>
    </>
  );
}
