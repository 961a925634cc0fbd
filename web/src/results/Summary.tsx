import { useTranslation } from "react-i18next";
import { moment } from "../app/times";
import type { Assignment } from "../assignments/queries";
import { Button } from "../ui/Button";
import { Downloads } from "./Downloads";
import type { Sheet } from "./queries";
import { useReturn } from "./useReturn";
import { LOOKS, VIEWS, type View } from "./views";

type Props = {
  assignment: Assignment;
  all: Assignment[];
  view: View;
  go: (next: { assignment?: string; view?: View; item?: string }) => void;
  sheet: Sheet;
  inWords: boolean;
  turn: () => void;
};

/** How far the class is, what waits for the teacher, and the ways to look at it. */
export function Summary(props: Props) {
  const { t, i18n } = useTranslation();
  const { assignment, sheet, view, go } = props;
  const open = sheet.items.find((i) => i.kind === "open");
  const giveBack = useReturn(assignment.id);
  return (
    <section
      aria-label={t("results.summary")}
      className="flex flex-wrap items-center gap-x-6 gap-y-1 border-b border-rule bg-paper px-5 py-2.5"
    >
      <Which {...props} />
      {assignment.due_at && (
        <span className="text-quiet">{t("study.due", { at: moment(assignment.due_at, i18n.language) })}</span>
      )}
      <span>{t("results.started", { started: sheet.started, count: sheet.students.length })}</span>
      <span>{t("results.finished", { count: sheet.finished })}</span>
      {sheet.absent.length > 0 && (
        <span dir="auto" className="text-quiet">
          {t("results.absent", { names: sheet.absent.join(", ") })}
        </span>
      )}
      {sheet.waiting > 0 && open && (
        <Button small className="print:hidden" onClick={() => go({ view: "marking" })}>
          {t("results.toMark", { count: sheet.waiting })}
        </Button>
      )}
      {sheet.looks > 0 && (
        <Button small className="print:hidden" onClick={() => go({ view: "marking", item: LOOKS })}>
          {t("results.looks", { count: sheet.looks })}
        </Button>
      )}
      {sheet.to_return > 0 && (
        <Button small className="print:hidden" onClick={() => giveBack.mutate({})}>
          {t("marking.return", { count: sheet.to_return })}
        </Button>
      )}
      <span className="ml-auto flex items-center gap-2 print:hidden">
        <nav aria-label={t("results.views")} className="flex overflow-hidden rounded border border-line">
          {VIEWS.map((v) => (
            <button
              key={v}
              type="button"
              aria-current={v === view ? "page" : undefined}
              className="border-line px-2.5 py-0.5 text-[13.5px] text-teal not-first:border-l hover:bg-here aria-[current]:bg-here aria-[current]:font-semibold aria-[current]:text-ink"
              onClick={() => go({ view: v })}
            >
              {t(`results.view.${v}`)}
            </button>
          ))}
        </nav>
        {view === "sheet" && <Takeaway {...props} />}
      </span>
    </section>
  );
}

function Which({ assignment, all, go }: Props) {
  const { t } = useTranslation();
  if (all.length === 1) return <b className="text-lg">{assignment.name}</b>;
  return (
    <select
      aria-label={t("results.assignment")}
      className="field !w-auto font-semibold"
      value={assignment.id}
      onChange={(e) => go({ assignment: e.target.value })}
    >
      {all.map((a) => (
        <option key={a.id} value={a.id}>
          {a.name}
        </option>
      ))}
    </select>
  );
}

/** The sheet in words, on paper, as a table. */
function Takeaway({ assignment, inWords, turn }: Props) {
  const { t } = useTranslation();
  return (
    <>
      <Button small hint="Shift+W" aria-pressed={inWords} onClick={turn}>
        {t("results.asTable")}
      </Button>
      <Button small onClick={() => window.print()}>
        {t("results.print")}
      </Button>
      <Downloads assignment={assignment.id} />
    </>
  );
}
