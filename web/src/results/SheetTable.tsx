import { useTranslation } from "react-i18next";
import { ResultBar, useCellWords } from "./Bar";
import type { Sheet } from "./queries";

/** What is looked at beside the sheet. */
export type Focus = { segment: number } | { item: string } | { student: string } | { looks: true };

type Props = { sheet: Sheet; focus: Focus; look: (focus: Focus) => void; inWords: boolean };

/** Students by items, grouped under segments; bars, or the same in words. */
export function SheetTable({ sheet, focus, look, inWords }: Props) {
  const { t } = useTranslation();
  const words = useCellWords();
  return (
    <table className="border-separate border-spacing-0">
      <caption className="sr-only">{t("results.caption")}</caption>
      <Heads sheet={sheet} focus={focus} look={look} />
      <tbody>
        {sheet.students.map((s) => (
          <tr key={s.id} className="[&>*]:border-b-2 [&>*]:border-paper">
            <th scope="row" className="sticky left-0 bg-sheet py-1 pr-3 text-left font-normal">
              <button
                type="button"
                dir="auto"
                className="max-w-40 truncate hover:underline"
                onClick={() => look({ student: s.id })}
              >
                {s.nickname}
              </button>
              {s.over_reported && (
                <span className="ml-1 text-[12.5px] text-brick" title={t("results.overReportedWhy")}>
                  {t("results.overReported")}
                </span>
              )}
              {s.late && <span className="ml-1 text-[12.5px] text-brick">{t("results.late")}</span>}
            </th>
            <td className="pr-3">
              <Watched share={s.coverage} inWords={inWords} />
            </td>
            {s.cells.map((c, n) => (
              <td key={sheet.items[n]?.id} className={inWords ? "px-2 py-1 text-[13px]" : "min-w-11 px-3 py-1"}>
                {inWords ? words(c) : <ResultBar cell={c} />}
              </td>
            ))}
            <td className="px-4 text-right">{s.marks.toFixed(1)}</td>
            <td className="text-right text-quiet">{t("results.minutes", { count: s.minutes })}</td>
          </tr>
        ))}
      </tbody>
      <Feet sheet={sheet} />
    </table>
  );
}

function Heads({ sheet, focus, look }: Omit<Props, "inWords">) {
  const { t } = useTranslation();
  const groups = sheet.segments
    .map((s, n) => ({ ...s, n, items: sheet.items.filter((i) => i.segment === n) }))
    .filter((g) => g.items.length);
  const on = (n: number) => "segment" in focus && focus.segment === n;
  return (
    <thead className="text-[13.5px]">
      <tr>
        <th scope="col" rowSpan={2} className="pr-3 text-left font-normal text-quiet">
          {t("results.student")}
        </th>
        <th scope="col" rowSpan={2} className="pr-3 text-left font-normal text-quiet">
          {t("results.watched")}
        </th>
        {groups.map((g) => (
          <th key={g.start_ms} scope="colgroup" colSpan={g.items.length} className="px-1 pb-1">
            <button
              type="button"
              title={g.title}
              aria-pressed={on(g.n)}
              onClick={() => look({ segment: g.n })}
              className={`w-full rounded-sm px-1.5 py-1 ${on(g.n) ? "bg-here font-semibold" : "bg-sand font-normal"}`}
            >
              {t("results.segment", { number: g.n + 1 })}
              {g.advice && <b className="text-brick"> !</b>}
            </button>
          </th>
        ))}
        <th scope="col" rowSpan={2} className="px-4 font-normal text-quiet">
          {t("results.marks", { most: sheet.marks })}
        </th>
        <th scope="col" rowSpan={2} className="font-normal text-quiet">
          {t("results.time")}
        </th>
      </tr>
      <tr>
        {sheet.items.map((i, n) => (
          <th key={i.id} scope="col" className="pb-1">
            <button
              type="button"
              title={i.prompt}
              aria-label={`${n + 1} ${i.prompt}`}
              className="rounded px-1.5 font-normal text-quiet hover:bg-here"
              aria-pressed={"item" in focus && focus.item === i.id}
              onClick={() => look({ item: i.id })}
            >
              {n + 1}
            </button>
          </th>
        ))}
      </tr>
    </thead>
  );
}

function Feet({ sheet }: { sheet: Sheet }) {
  const { t } = useTranslation();
  // A share of a small class says less than its counts.
  const few = sheet.students.length < 10;
  return (
    <tfoot className="text-[13px]">
      <tr>
        <th scope="row" colSpan={2} className="pt-2 text-left font-normal text-quiet">
          {t("results.firstTry")}
        </th>
        {sheet.items.map((i) => (
          <td key={i.id} className="min-w-11 pt-2 text-center">
            {i.answered === 0
              ? "–"
              : few
                ? `${i.first}/${i.answered}`
                : `${Math.round((100 * i.first) / i.answered)} %`}
          </td>
        ))}
        <td colSpan={2} />
      </tr>
    </tfoot>
  );
}

function Watched({ share, inWords }: { share: number; inWords: boolean }) {
  const percent = `${Math.round(share * 100)} %`;
  if (inWords) return <>{percent}</>;
  return (
    <span role="img" aria-label={percent} title={percent} className="block h-2.5 w-11 border border-bar">
      <span className="block h-full bg-bar" style={{ width: percent.replace(" ", "") }} />
    </span>
  );
}
