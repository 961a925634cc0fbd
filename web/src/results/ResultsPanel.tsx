import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useSearchParams } from "react-router";
import { useKeys } from "../app/keys";
import { moment } from "../app/times";
import { type Assignment, useAssignments } from "../assignments/queries";
import { Button } from "../ui/Button";
import { NotYet } from "../ui/Notice";
import { Legend } from "./Bar";
import { ItemSide } from "./ItemSide";
import { LooksSide } from "./LooksSide";
import { type Sheet, useSheet } from "./queries";
import { SegmentSide } from "./SegmentSide";
import { type Focus, SheetTable } from "./SheetTable";
import { StudentSide } from "./StudentSide";

/** The results of one assignment; where there are several, one is chosen. */
export function ResultsPanel({ lesson }: { lesson: string }) {
  const { t } = useTranslation();
  const given = useAssignments(lesson);
  const [search, setSearch] = useSearchParams();
  if (!given.data) return <NotYet error={given.error} />;
  const chosen = given.data.find((a) => a.id === search.get("assignment")) ?? given.data[0];
  if (!chosen) {
    return (
      <main className="flex-1 bg-sheet p-6">
        <p className="text-quiet">{t("results.notShared")}</p>
        <Link className="text-teal underline" to={`/lessons/${lesson}/share`}>
          {t("step.share")}
        </Link>
      </main>
    );
  }
  return (
    <Results key={chosen.id} assignment={chosen} all={given.data} choose={(id) => setSearch({ assignment: id })} />
  );
}

function Results(props: { assignment: Assignment; all: Assignment[]; choose: (id: string) => void }) {
  const { t } = useTranslation();
  const { assignment } = props;
  const sheet = useSheet(assignment.id);
  const [inWords, setInWords] = useState(false);
  const [focus, setFocus] = useState<Focus | null>(null);
  useKeys([{ keys: "Shift+W", label: t("results.asTable"), run: () => setInWords(!inWords) }]);
  if (!sheet.data) return <NotYet error={sheet.error} />;
  const looked: Focus = focus ?? { segment: hardest(sheet.data) };
  return (
    <>
      <Summary
        {...props}
        sheet={sheet.data}
        inWords={inWords}
        turn={() => setInWords(!inWords)}
        openItem={(item) => setFocus({ item })}
        openLooks={() => setFocus({ looks: true })}
      />
      <div className="grid min-h-0 flex-1 xl:grid-cols-[1fr_444px]">
        <main className="overflow-auto bg-sheet px-5 py-3">
          {sheet.data.students.length === 0 ? (
            <p className="py-8 text-quiet">{t("results.nobodyYet")}</p>
          ) : (
            <>
              <SheetTable sheet={sheet.data} focus={looked} look={setFocus} inWords={inWords} />
              {!inWords && <Legend />}
            </>
          )}
        </main>
        <aside
          // biome-ignore lint/a11y/noNoninteractiveTabindex: keys must be able to scroll it
          tabIndex={0}
          aria-label={t("results.side")}
          className="overflow-y-auto border-l border-rule bg-paper p-5"
        >
          {"looks" in looked && <LooksSide assignment={assignment.id} />}
          {"segment" in looked && <SegmentSide assignment={assignment.id} sheet={sheet.data} number={looked.segment} />}
          {"item" in looked && <ItemSide assignment={assignment.id} item={looked.item} />}
          {"student" in looked && (
            <StudentSide
              assignment={assignment.id}
              student={looked.student}
              gone={() => setFocus(null)}
              look={(student) => setFocus({ student })}
            />
          )}
        </aside>
      </div>
    </>
  );
}

function hardest(sheet: Sheet): number {
  const advised = sheet.segments.findIndex((s) => s.advice);
  return advised >= 0 ? advised : (sheet.items[0]?.segment ?? 0);
}

function Summary(props: {
  assignment: Assignment;
  all: Assignment[];
  choose: (id: string) => void;
  sheet: Sheet;
  inWords: boolean;
  turn: () => void;
  openItem: (item: string) => void;
  openLooks: () => void;
}) {
  const { t, i18n } = useTranslation();
  const { assignment, sheet } = props;
  const open = sheet.items.find((i) => i.kind === "open");
  return (
    <section
      aria-label={t("results.summary")}
      className="flex flex-wrap items-center gap-x-7 gap-y-1 border-b border-rule bg-paper px-5 py-3"
    >
      {props.all.length > 1 ? (
        <select
          aria-label={t("results.assignment")}
          className="field !w-auto font-semibold"
          value={assignment.id}
          onChange={(e) => props.choose(e.target.value)}
        >
          {props.all.map((a) => (
            <option key={a.id} value={a.id}>
              {a.name}
            </option>
          ))}
        </select>
      ) : (
        <b className="text-lg">{assignment.name}</b>
      )}
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
        <Button small onClick={() => props.openItem(open.id)}>
          {t("results.toMark", { count: sheet.waiting })}
        </Button>
      )}
      {sheet.looks + sheet.looked > 0 && (
        <Button small onClick={props.openLooks}>
          {sheet.looks > 0 ? t("results.looks", { count: sheet.looks }) : t("looks.title")}
        </Button>
      )}
      <span className="ml-auto flex gap-2">
        <Button small hint="Shift+W" aria-pressed={props.inWords} onClick={props.turn}>
          {t("results.asTable")}
        </Button>
        <a
          className="rounded border border-teal px-2 py-0.5 text-[13.5px] text-teal hover:bg-here"
          href={`/api/assignments/${assignment.id}/sheet.csv`}
          download
        >
          {t("results.csv")}
        </a>
      </span>
    </section>
  );
}
