import { useTranslation } from "react-i18next";
import { clock, moment } from "../app/times";
import { Button } from "../ui/Button";
import { NotYet } from "../ui/Notice";
import { Rich } from "../ui/Rich";
import { useCellWords, useOutcome } from "./Bar";
import { useStudentResult } from "./queries";
import { type Sign, Signs } from "./Signs";
import { StudentActs } from "./StudentActs";

type Props = {
  assignment: string;
  student: string;
  signs: Sign[];
  gone: () => void;
  /** Opens another time of the same student through the lesson. */
  look: (student: string) => void;
};

/** One student from start to end. */
export function StudentSide({ assignment, student, signs, gone, look }: Props) {
  const { t, i18n } = useTranslation();
  const found = useStudentResult(assignment, student);
  const words = useCellWords();
  const outcome = useOutcome();
  if (!found.data) return <NotYet error={found.error} />;
  return (
    <>
      <h2 dir="auto" className="mb-1 font-semibold">
        {found.data.nickname}
      </h2>
      <StudentActs assignment={assignment} student={student} nickname={found.data.nickname} gone={gone} />
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
      <p className="mb-3 text-[14px] text-quiet">
        {t("results.watchedParts")}{" "}
        {found.data.watched.map((s) => `${clock(s.start_ms)}–${clock(s.end_ms)}`).join(", ") || "–"}
      </p>
      <ol className="space-y-3">
        {found.data.items.map((i, n) => (
          <li key={i.prompt}>
            <p dir="auto" className="font-semibold">
              {n + 1}. <Rich text={i.prompt} />
            </p>
            {i.answers.length === 0 && <p className="text-quiet">{words({ state: i.state, share: null, tries: 0 })}</p>}
            {i.answers.map((a) => (
              <p key={a.id} className="text-[14px]">
                {a.said && a.said !== "?" && <span dir="auto">{a.said} · </span>}
                {outcome(a)}
                {a.comment && ` · ${a.comment}`}
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
        ))}
      </ol>
    </>
  );
}
