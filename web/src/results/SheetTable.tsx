import { type RefObject, useMemo, useState } from "react";
import { useTranslation } from "react-i18next";
import { ResultBar, useCellWords } from "./Bar";
import type { Sheet } from "./queries";
import { counted, FLAGS, type Flag, pressed, rowsOf, type Sort, type SortKey, type Student } from "./rows";
import { useWindow } from "./useWindow";

/** What is looked at beside the sheet. */
export type Focus = { segment: number } | { item: string } | { student: string };

type Props = {
  sheet: Sheet;
  focus: Focus;
  look: (focus: Focus) => void;
  inWords: boolean;
  /** What the sheet scrolls in. */
  scroll: RefObject<HTMLElement | null>;
};

/** Students by items, grouped under segments; bars, or the same in words; sorted by any head, or only some of them. */
export function SheetTable({ sheet, focus, look, inWords, scroll }: Props) {
  const { t, i18n } = useTranslation();
  const [sort, setSort] = useState<Sort>({ by: "name", down: false });
  const [flag, setFlag] = useState<Flag | "">("");
  const rows = useMemo(() => rowsOf(sheet.students, flag, sort, i18n.language), [sheet, flag, sort, i18n.language]);
  const shown = useWindow(rows.length, scroll);
  const columns = sheet.items.length + 4;
  return (
    <>
      <Which students={sheet.students} flag={flag} choose={setFlag} />
      <table className="border-separate border-spacing-0" aria-rowcount={rows.length + 2}>
        <caption className="sr-only">{t("results.caption")}</caption>
        <Heads sheet={sheet} focus={focus} look={look} sort={sort} by={(key) => setSort(pressed(sort, key))} />
        <tbody>
          <Room px={shown.beforePx} columns={columns} />
          {rows.slice(shown.from, shown.to).map((s, n) => (
            <Row key={s.id} student={s} sheet={sheet} look={look} inWords={inWords} at={shown.from + n + 3} />
          ))}
          <Room px={shown.afterPx} columns={columns} />
        </tbody>
        <Feet sheet={sheet} />
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
    <p className="mb-2 print:hidden">
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
    </p>
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

type RowProps = { student: Student; sheet: Sheet; look: (focus: Focus) => void; inWords: boolean; at: number };

function Row({ student: s, sheet, look, inWords, at }: RowProps) {
  const { t } = useTranslation();
  const words = useCellWords();
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
  );
}

type HeadsProps = Pick<Props, "sheet" | "focus" | "look"> & { sort: Sort; by: (key: SortKey) => void };

function Heads({ sheet, focus, look, sort, by }: HeadsProps) {
  const { t } = useTranslation();
  const groups = sheet.segments
    .map((s, n) => ({ ...s, n, items: sheet.items.filter((i) => i.segment === n) }))
    .filter((g) => g.items.length);
  const on = (n: number) => "segment" in focus && focus.segment === n;
  return (
    <thead className="text-[13.5px]">
      <tr>
        <SortHead of="name" sort={sort} by={by} className="text-left" label={t("results.student")} />
        <SortHead of="watched" sort={sort} by={by} className="pr-3 text-left" label={t("results.watched")} />
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
              {g.advice?.sure && <b className="text-brick"> !</b>}
              {g.advice && !g.advice.sure && <b className="text-amberink"> ?</b>}
            </button>
          </th>
        ))}
        <SortHead of="marks" sort={sort} by={by} className="px-4" label={t("results.marks", { most: sheet.marks })} />
        <SortHead of="minutes" sort={sort} by={by} className="" label={t("results.time")} />
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

const sorted = (sort: Sort, key: SortKey) => (sort.by !== key ? undefined : sort.down ? "descending" : "ascending");

/** A head that the sheet is sorted by when it is pressed; pressed again, the other way round. */
function SortHead(props: { of: SortKey; sort: Sort; by: (key: SortKey) => void; className: string; label: string }) {
  return (
    <th
      scope="col"
      rowSpan={2}
      aria-sort={sorted(props.sort, props.of)}
      className={`font-normal text-quiet ${props.className}`}
    >
      <button type="button" className="rounded px-0.5 hover:bg-here" onClick={() => props.by(props.of)}>
        {props.label}
        <Arrow sort={props.sort} of={props.of} />
      </button>
    </th>
  );
}

function Arrow({ sort, of }: { sort: Sort; of: SortKey }) {
  if (sort.by !== of) return null;
  return <span aria-hidden="true">{sort.down ? " ↓" : " ↑"}</span>;
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
