import { useTranslation } from "react-i18next";
import { type Column, itemsShown, type Shown } from "./columns";
import type { Sheet } from "./queries";
import type { Sort, SortKey } from "./rows";
import type { Focus } from "./views";

type Props = {
  sheet: Sheet;
  shown: Shown;
  focus: Focus;
  look: (focus: Focus) => void;
  sort: Sort;
  by: (key: SortKey) => void;
};

/** The heads of the sheet: segments over their items, and what it is sorted by when pressed. */
export function Heads({ sheet, shown, focus, look, sort, by }: Props) {
  const { t } = useTranslation();
  const has = (column: Column) => shown.columns.includes(column);
  const groups = sheet.segments
    .map((s, n) => ({ ...s, n, items: sheet.items.filter((i) => i.segment === n) }))
    .filter((g) => g.items.length && !shown.without.includes(g.n));
  const on = (n: number) => "segment" in focus && focus.segment === n;
  return (
    <thead className="text-[13.5px]">
      <tr>
        <SortHead of="name" sort={sort} by={by} className="text-left" label={t("results.student")} />
        {has("watched") && (
          <SortHead of="watched" sort={sort} by={by} className="pr-3 text-left" label={t("results.watched")} />
        )}
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
        {has("marks") && (
          <SortHead of="marks" sort={sort} by={by} className="px-4" label={t("results.marks", { most: sheet.marks })} />
        )}
        {has("minutes") && <SortHead of="minutes" sort={sort} by={by} className="" label={t("results.time")} />}
        {has("place") && (
          <th scope="col" rowSpan={2} className="px-4 font-normal text-quiet">
            {t("columns.placeShort")}
          </th>
        )}
      </tr>
      <tr>
        {itemsShown(sheet, shown).map(({ item: i, at: n }) => (
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
