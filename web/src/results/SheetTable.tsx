import { type RefObject, useMemo, useState } from "react";
import { useTranslation } from "react-i18next";
import { ResultBar, useCellWords } from "./Bar";
import { ColumnsMenu, useColumns } from "./ColumnsMenu";
import { type Column, itemsShown, places, type Shown } from "./columns";
import { FEWEST_FOR_PERCENT } from "./comparing/share";
import type { Sheet } from "./queries";
import { counted, FLAGS, type Flag, pressed, rowsOf, type Sort, type Student } from "./rows";
import { Heads } from "./SheetHeads";
import { useWindow } from "./useWindow";
import type { Focus } from "./views";

type Props = {
  assignment: string;
  sheet: Sheet;
  focus: Focus;
  look: (focus: Focus) => void;
  inWords: boolean;
  /** What the sheet scrolls in. */
  scroll: RefObject<HTMLElement | null>;
};

/** Students by items, grouped under segments; bars, or the same in words; sorted by any head, or only some of them. */
export function SheetTable({ assignment, sheet, focus, look, inWords, scroll }: Props) {
  const { t, i18n } = useTranslation();
  const [sort, setSort] = useState<Sort>({ by: "name", down: false });
  const [flag, setFlag] = useState<Flag | "">("");
  const rows = useMemo(() => rowsOf(sheet.students, flag, sort, i18n.language), [sheet, flag, sort, i18n.language]);
  const [shown, put] = useColumns(assignment);
  const order = useMemo(() => places(sheet.students), [sheet]);
  const window = useWindow(rows.length, scroll);
  const columns = itemsShown(sheet, shown).length + shown.columns.length + 1;
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-2 print:hidden">
        <Which students={sheet.students} flag={flag} choose={setFlag} />
        <ColumnsMenu sheet={sheet} shown={shown} put={put} />
      </div>
      <table className="border-separate border-spacing-0" aria-rowcount={rows.length + 2}>
        <caption className="sr-only">{t("results.caption")}</caption>
        <Heads {...{ sheet, shown, focus, look, sort }} by={(key) => setSort(pressed(sort, key))} />
        <tbody>
          <Room px={window.beforePx} columns={columns} />
          {rows.slice(window.from, window.to).map((s, n) => (
            <Row
              key={s.id}
              student={s}
              place={order.get(s.id) ?? 0}
              at={window.from + n + 3}
              {...{ sheet, shown, look, inWords }}
            />
          ))}
          <Room px={window.afterPx} columns={columns} />
        </tbody>
        <Feet sheet={sheet} shown={shown} />
      </table>
      {rows.length === 0 && <p className="py-4 text-quiet">{t("results.nobodyOf")}</p>}
    </>
  );
}

/** Choosing some of the students; only what somebody is. */
function Which(props: { students: Student[]; flag: Flag | ""; choose: (flag: Flag | "") => void }) {
  const { t } = useTranslation();
  const counts = counted(props.students);
  return (
    <select
      aria-label={t("results.which")}
      className="field !w-auto !py-1"
      value={props.flag}
      onChange={(e) => props.choose(e.target.value as Flag | "")}
    >
      <option value="">{t("flag.all", { count: props.students.length })}</option>
      {FLAGS.filter((f) => counts.get(f) || f === props.flag).map((f) => (
        <option key={f} value={f}>
          {t(`flag.${f}`)} ({counts.get(f)})
        </option>
      ))}
    </select>
  );
}

/** The room of rows that do not stand in the page. */
function Room({ px, columns }: { px: number; columns: number }) {
  if (px <= 0) return null;
  return (
    <tr>
      <td colSpan={columns} style={{ height: px }} />
    </tr>
  );
}

type RowProps = Pick<Props, "sheet" | "look" | "inWords"> & {
  student: Student;
  shown: Shown;
  place: number;
  at: number;
};

function Row({ student: s, sheet, shown, place, look, inWords, at }: RowProps) {
  const { t } = useTranslation();
  const words = useCellWords();
  const has = (column: Column) => shown.columns.includes(column);
  return (
    <tr aria-rowindex={at} className="[&>*]:border-b-2 [&>*]:border-paper">
      <th scope="row" className="sticky left-0 bg-sheet py-1 pr-3 text-left font-normal">
        <button
          type="button"
          dir="auto"
          className="max-w-40 truncate align-bottom hover:underline"
          onClick={() => look({ student: s.id })}
        >
          {s.nickname}
        </button>
        {s.signs.length > 0 && (
          <span className="ml-1 text-[12.5px] text-amberink print:hidden">{t("results.hasSigns")}</span>
        )}
        {s.late && <span className="ml-1 text-[12.5px] text-brick">{t("results.late")}</span>}
      </th>
      {has("watched") && (
        <td className="pr-3">
          <Watched share={s.coverage} inWords={inWords} />
        </td>
      )}
      {itemsShown(sheet, shown).map(({ item, at }) => {
        const cell = s.cells[at];
        return (
          <td key={item.id} className={inWords ? "px-2 py-1 text-[13px]" : "min-w-11 px-3 py-1"}>
            {cell && (inWords ? words(cell) : <ResultBar cell={cell} />)}
          </td>
        );
      })}
      {has("marks") && <td className="px-4 text-right">{s.marks.toFixed(1)}</td>}
      {has("minutes") && (
        <td className="whitespace-nowrap text-right text-quiet">{t("results.minutes", { count: s.minutes })}</td>
      )}
      {has("place") && <td className="px-4 text-right">{place}</td>}
    </tr>
  );
}

function Feet({ sheet, shown }: { sheet: Sheet; shown: Shown }) {
  const { t } = useTranslation();
  // A share of a small class says less than its counts.
  const few = sheet.students.length < FEWEST_FOR_PERCENT;
  const beside = Number(shown.columns.includes("watched"));
  return (
    <tfoot className="text-[13px]">
      <tr>
        <th scope="row" colSpan={1 + beside} className="pt-2 text-left font-normal text-quiet">
          {t("results.firstTry")}
        </th>
        {itemsShown(sheet, shown).map(({ item: i }) => (
          <td key={i.id} className="min-w-11 pt-2 text-center">
            {i.answered === 0
              ? "–"
              : few
                ? `${i.first}/${i.answered}`
                : `${Math.round((100 * i.first) / i.answered)} %`}
          </td>
        ))}
        <td colSpan={Math.max(1, shown.columns.length - beside)} />
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
