import { useTranslation } from "react-i18next";
import { clock, moment } from "../app/times";
import { Button } from "../ui/Button";
import { NotYet } from "../ui/Notice";
import { Rich } from "../ui/Rich";
import { useCellWords, useOutcome } from "./Bar";
import { type StudentResult, useStudentResult } from "./queries";
import { Remark } from "./Remark";
import { type Sign, Signs } from "./Signs";
import { StudentActs } from "./StudentActs";

type Props = {
  assignment: string;
  student: string;
  signs: Sign[];
  gone: () => void;
  /** Puts this report alone on paper. */
  print: () => void;
  /** Opens another time of the same student through the lesson. */
  look: (student: string) => void;
};

/** One student from start to end. */
export function StudentSide({ assignment, student, signs, gone, print, look }: Props) {
  const { t } = useTranslation();
  const found = useStudentResult(assignment, student);
  if (!found.data) return <NotYet error={found.error} />;
  return (
    <>
      <h2 dir="auto" className="mb-1 font-semibold">
        {found.data.nickname}
      </h2>
      <StudentActs assignment={assignment} student={student} result={found.data} gone={gone} print={print} />
      <Signs signs={signs} />
      {found.data.attempts.length > 1 && (
        <p className="mb-2 flex flex-wrap gap-1.5">
          {found.data.attempts.map((a) => (
            <Button
              key={a.id}
              small
              aria-pressed={a.id === student}
              onClick={() => look(a.id)}
              className="aria-pressed:bg-here"
            >
              {t("results.attempt", { number: a.number, marks: a.marks })}
              {a.counts && ` · ${t("results.counts")}`}
            </Button>
          ))}
        </p>
      )}
      <p className="mb-1">{t("student.marksOf", { marks: found.data.marks, most: found.data.most })}</p>
      <p className="mb-3 text-[14px] text-quiet">
        {t("results.watchedParts")}{" "}
        {found.data.watched.map((s) => `${clock(s.start_ms)}–${clock(s.end_ms)}`).join(", ") || "–"}
      </p>
      <Remark key={student} assignment={assignment} student={student} result={found.data} />
      {found.data.segments.map((segment, n) => (
        <Part key={segment.start_ms} segment={segment} number={n + 1} items={numbered(found.data.items, n)} />
      ))}
    </>
  );
}

type Item = StudentResult["items"][number] & { number: number };

const numbered = (items: StudentResult["items"], segment: number): Item[] =>
  items.map((i, n) => ({ ...i, number: n + 1 })).filter((i) => i.segment === segment);

/** A segment as the student went through it: how much was heard, and the answers given there. */
function Part(props: { segment: StudentResult["segments"][number]; number: number; items: Item[] }) {
  const { t } = useTranslation();
  const { segment, number, items } = props;
  return (
    <section className="mb-3">
      <h3 dir="auto" className="border-b border-rule text-[14px]">
        <b>
          {number} · {segment.title}
        </b>{" "}
        <span className="text-quiet">
          {t("student.heard", { percent: Math.round(100 * segment.coverage) })}
          {segment.replayed >= 0.5 && ` · ${t("results.replayed", { times: segment.replayed })}`}
        </span>
      </h3>
      <ol>
        {items.map((i) => (
          <Answered key={i.number} item={i} />
        ))}
      </ol>
    </section>
  );
}

function Answered({ item: i }: { item: Item }) {
  const { t, i18n } = useTranslation();
  const words = useCellWords();
  const outcome = useOutcome();
  return (
    <li className="mt-1.5">
      <p dir="auto" className="flex justify-between gap-3 font-semibold">
        <span>
          {i.number}. <Rich text={i.prompt} />
        </span>
        <span className="shrink-0 font-normal text-quiet">{i.marks !== null && `${i.marks} / ${i.most}`}</span>
      </p>
      {i.answers.length === 0 && <p className="text-quiet">{words(i)}</p>}
      {i.answers.map((a) => (
        <p key={a.id} className="text-[14px]">
          {a.said && a.said !== "?" && <span dir="auto">{a.said} · </span>}
          {outcome({ ...a, outcome: a.marked_at ? "marked" : a.outcome })}
          <span className="text-quiet"> · {moment(a.received_at, i18n.language)}</span>
          {a.comment && <span dir="auto"> · {a.comment}</span>}
          {a.given_at && (
            <span className="block text-quiet">
              {t("results.waited", {
                given: moment(a.given_at, i18n.language),
                arrived: moment(a.received_at, i18n.language),
              })}
            </span>
          )}
        </p>
      ))}
    </li>
  );
}
