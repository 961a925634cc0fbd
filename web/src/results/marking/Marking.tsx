import { useTranslation } from "react-i18next";
import { Rich } from "../../ui/Rich";
import type { Sheet } from "../queries";
import { LOOKS } from "../views";
import { Column } from "./Column";
import { Looks } from "./Looks";

type Props = { assignment: string; sheet: Sheet; chosen: string | null; choose: (item: string) => void };

/** Open answers, one question at a time, with the second looks beside them. */
export function Marking({ assignment, sheet, chosen, choose }: Props) {
  const { t } = useTranslation();
  const questions = sheet.items
    .map((item, n) => ({ ...item, number: n + 1, waiting: waitingAt(sheet, n) }))
    .filter((item) => item.kind === "open");
  const first = questions.find((q) => q.waiting) ?? questions[0];
  const looks = chosen === LOOKS || (!first && sheet.looks + sheet.looked > 0);
  const question = questions.find((q) => q.id === chosen) ?? first;
  const next = questions.find((q) => q.waiting && q.id !== question?.id);
  return (
    <div className="min-h-0 flex-1 overflow-y-auto md:grid md:grid-cols-[260px_1fr]">
      <nav aria-label={t("marking.questions")} className="border-r border-rule bg-paper p-3 md:overflow-y-auto">
        <ul>
          {questions.map((q) => (
            <Entry key={q.id} on={!looks && q.id === question?.id} waiting={q.waiting} press={() => choose(q.id)}>
              {q.number}. <Rich text={q.prompt} />
            </Entry>
          ))}
          {sheet.looks + sheet.looked > 0 && (
            <Entry on={looks} waiting={sheet.looks} press={() => choose(LOOKS)}>
              {t("looks.title")}
            </Entry>
          )}
        </ul>
      </nav>
      <main className="bg-sheet px-4 py-4 md:overflow-y-auto md:px-6">
        {looks ? (
          <div className="max-w-2xl">
            <Looks assignment={assignment} />
          </div>
        ) : question ? (
          <Column key={question.id} assignment={assignment} item={question.id} next={next && (() => choose(next.id))} />
        ) : (
          <p className="py-8 text-quiet">{t("marking.none")}</p>
        )}
      </main>
    </div>
  );
}

const waitingAt = (sheet: Sheet, n: number) => sheet.students.filter((s) => s.cells[n]?.state === "waiting").length;

function Entry(props: { on: boolean; waiting: number; press: () => void; children: React.ReactNode }) {
  const { t } = useTranslation();
  return (
    <li>
      <button
        type="button"
        dir="auto"
        aria-current={props.on ? "true" : undefined}
        onClick={props.press}
        className="mb-1 w-full rounded px-2.5 py-1.5 text-left hover:bg-here aria-[current]:bg-here"
      >
        <span className="line-clamp-3">{props.children}</span>
        <span className="block text-[13px] text-quiet">
          {props.waiting ? t("marking.waiting", { count: props.waiting }) : t("marking.done")}
        </span>
      </button>
    </li>
  );
}
