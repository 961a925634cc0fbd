import { useState } from "react";
import { useTranslation } from "react-i18next";
import type { Assignment } from "../../assignments/queries";
import { NotYet } from "../../ui/Notice";
import type { Sheet } from "../queries";
import { Page } from "./Page";
import { type ScriptResult as Result, useScriptResult } from "./queries";
import { TeachAgain } from "./TeachAgain";

/** The script as the page of results, beside what is worth teaching again. */
export function ScriptResult({ assignment, sheet }: { assignment: Assignment; sheet: Sheet }) {
  const found = useScriptResult(assignment.id);
  if (!found.data) return <NotYet error={found.error} />;
  return <Beside assignment={assignment} sheet={sheet} result={found.data} />;
}

function Beside({ assignment, sheet, result }: { assignment: Assignment; sheet: Sheet; result: Result }) {
  const { t } = useTranslation();
  const [chosen, choose] = useState<number | null>(null);
  return (
    <div className="flex min-h-0 flex-1 flex-col overflow-y-auto xl:grid xl:grid-cols-[1fr_420px]">
      <main className="bg-sheet px-6 py-4 xl:overflow-y-auto">
        <Page sheet={sheet} result={result} chosen={chosen} choose={(n) => choose(n === chosen ? null : n)} />
      </main>
      <aside
        // biome-ignore lint/a11y/noNoninteractiveTabindex: keys must be able to scroll it
        tabIndex={0}
        aria-label={t("teaching.title")}
        className="border-rule border-b bg-paper p-5 max-xl:order-first xl:overflow-y-auto xl:border-b-0 xl:border-l"
      >
        <TeachAgain assignment={assignment} sheet={sheet} result={result} />
      </aside>
    </div>
  );
}
