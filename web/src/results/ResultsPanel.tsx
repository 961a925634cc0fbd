import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Link, useSearchParams } from "react-router";
import { useKeys } from "../app/keys";
import { useAssignments } from "../assignments/queries";
import { NotYet } from "../ui/Notice";
import { SideBySide } from "./comparing/SideBySide";
import { Marking } from "./marking/Marking";
import { useSheet } from "./queries";
import { SheetView } from "./SheetView";
import { Summary } from "./Summary";
import { ScriptResult } from "./teaching/ScriptResult";
import { VIEWS, type View } from "./views";

/** The results of one assignment; where there are several, one is chosen. */
export function ResultsPanel({ lesson }: { lesson: string }) {
  const { t } = useTranslation();
  const given = useAssignments(lesson);
  const [search, setSearch] = useSearchParams();
  if (!given.data) return <NotYet error={given.error} />;
  const chosen = given.data.find((a) => a.id === search.get("assignment")) ?? given.data[0];
  const view = VIEWS.find((v) => v === search.get("view")) ?? "sheet";
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
  const go = (next: { assignment?: string; view?: View; item?: string }) =>
    setSearch({ assignment: chosen.id, view, ...next });
  return <Results key={chosen.id} {...{ assignment: chosen, all: given.data, view, go }} item={search.get("item")} />;
}

type Props = Omit<Parameters<typeof Summary>[0], "sheet" | "inWords" | "turn"> & { item: string | null };

function Results({ item, ...props }: Props) {
  const { t } = useTranslation();
  const { assignment, view, go } = props;
  const sheet = useSheet(assignment.id);
  const [inWords, setInWords] = useState(false);
  const turn = () => setInWords(!inWords);
  useKeys([
    { keys: "Shift+W", label: t("results.asTable"), run: turn, off: view !== "sheet" },
    { keys: "Shift+I", label: t("results.view.sheet"), run: () => go({ view: "sheet" }) },
    { keys: "Shift+Y", label: t("results.view.script"), run: () => go({ view: "script" }) },
    { keys: "Shift+X", label: t("results.view.marking"), run: () => go({ view: "marking" }) },
  ]);
  if (!sheet.data) return <NotYet error={sheet.error} />;
  return (
    <>
      <Summary {...props} sheet={sheet.data} inWords={inWords} turn={turn} />
      {view === "sheet" && <SheetView assignment={assignment.id} sheet={sheet.data} inWords={inWords} go={go} />}
      {view === "script" && <ScriptResult assignment={assignment} sheet={sheet.data} />}
      {view === "beside" && <SideBySide assignment={assignment.id} />}
      {view === "marking" && (
        <Marking assignment={assignment.id} sheet={sheet.data} chosen={item} choose={(i) => go({ item: i })} />
      )}
    </>
  );
}
