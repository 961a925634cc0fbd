import { useRef, useState } from "react";
import { flushSync } from "react-dom";
import { useTranslation } from "react-i18next";
import { Legend } from "./Bar";
import { ItemSide } from "./ItemSide";
import type { Sheet } from "./queries";
import { SegmentSide } from "./SegmentSide";
import { SheetTable } from "./SheetTable";
import { StudentSide } from "./StudentSide";
import type { Focus, View } from "./views";

type Props = { assignment: string; sheet: Sheet; inWords: boolean; go: (next: { view: View; item: string }) => void };

/** The class sheet, with what is looked at beside it. */
export function SheetView({ assignment, sheet, inWords, go }: Props) {
  const { t } = useTranslation();
  const [focus, setFocus] = useState<Focus | null>(null);
  const scroll = useRef<HTMLElement>(null);
  const { report, print } = useReport();
  const looked: Focus = focus ?? { segment: sheet.teach_again[0] ?? sheet.items[0]?.segment ?? 0 };
  return (
    <div className="min-h-0 flex-1 overflow-y-auto xl:grid xl:grid-cols-[1fr_444px] print:block">
      <main
        ref={scroll}
        className={`overflow-auto bg-sheet px-5 py-3 max-xl:max-h-[70dvh] print:max-h-none print:overflow-visible ${report ? "print:hidden" : ""}`}
      >
        {sheet.students.length === 0 ? (
          <p className="py-8 text-quiet">{t("results.nobodyYet")}</p>
        ) : (
          <>
            <SheetTable
              assignment={assignment}
              sheet={sheet}
              focus={looked}
              look={setFocus}
              inWords={inWords}
              scroll={scroll}
            />
            {!inWords && <Legend />}
          </>
        )}
      </main>
      <aside
        // biome-ignore lint/a11y/noNoninteractiveTabindex: keys must be able to scroll it
        tabIndex={0}
        aria-label={t("results.side")}
        className={`border-l border-rule bg-paper p-5 xl:overflow-y-auto ${report ? "print:border-0" : "print:hidden"}`}
      >
        {"segment" in looked && <SegmentSide assignment={assignment} sheet={sheet} number={looked.segment} />}
        {"item" in looked && (
          <ItemSide
            assignment={assignment}
            item={looked.item}
            mark={() => go({ view: "marking", item: looked.item })}
          />
        )}
        {"student" in looked && (
          <StudentSide
            assignment={assignment}
            student={looked.student}
            signs={sheet.students.find((s) => s.id === looked.student)?.signs ?? []}
            gone={() => setFocus(null)}
            print={print}
            look={(student) => setFocus({ student })}
          />
        )}
      </aside>
    </div>
  );
}

/** On paper is the sheet, unless one student's report is asked for. */
function useReport() {
  const [report, setReport] = useState(false);
  const print = () => {
    flushSync(() => setReport(true));
    window.print();
    setReport(false);
  };
  return { report, print };
}
