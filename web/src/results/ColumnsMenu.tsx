import { Popover, PopoverButton, PopoverPanel } from "@headlessui/react";
import { useState } from "react";
import { useTranslation } from "react-i18next";
import { onDevice } from "../app/storage";
import { AnyOf } from "../ui/Field";
import { COLUMNS, readShown, type Shown } from "./columns";
import type { Sheet } from "./queries";

const KEY = "escuela.sheet.columns";

/** What of an assignment's sheet is shown, kept on this device: columns for every sheet, segments for this one. */
export function useColumns(assignment: string): [Shown, (part: Partial<Shown>) => void] {
  const segments = `escuela.sheet.without.${assignment}`;
  const [shown, setShown] = useState(() => readShown(onDevice.get(KEY), onDevice.get(segments)));
  const put = (part: Partial<Shown>) => {
    const next = { ...shown, ...part };
    onDevice.set(KEY, next.columns.join());
    onDevice.set(segments, next.without.join());
    setShown(next);
  };
  return [shown, put];
}

type Props = { sheet: Sheet; shown: Shown; put: (part: Partial<Shown>) => void };

/** Choosing what of the sheet is shown. */
export function ColumnsMenu({ sheet, shown, put }: Props) {
  const { t } = useTranslation();
  const known = [...new Set(sheet.items.map((i) => i.segment))].sort((a, b) => a - b);
  return (
    <Popover className="relative">
      <PopoverButton className="rounded border border-teal bg-sheet px-2 py-1 text-[13.5px] text-teal hover:bg-here">
        {t("columns.title")}
        {shown.without.length > 0 && ` · ${t("columns.without", { count: shown.without.length })}`}
      </PopoverButton>
      <PopoverPanel
        focus
        className="absolute top-full left-0 z-30 mt-1 w-96 max-w-[85vw] rounded-md border border-rule bg-sheet p-3 shadow-md"
      >
        <AnyOf
          label={t("columns.which")}
          chosen={shown.columns}
          options={COLUMNS.map((value) => ({ value, label: t(`columns.${value}`) }))}
          change={(columns) => put({ columns: COLUMNS.filter((c) => columns.includes(c)) })}
        />
        <AnyOf
          label={t("columns.segments")}
          chosen={known.filter((n) => !shown.without.includes(n)).map(String)}
          options={known.map((n) => ({ value: String(n), label: `${n + 1} ${sheet.segments[n]?.title ?? ""}` }))}
          change={(chosen) => put({ without: known.filter((n) => !chosen.includes(String(n))) })}
        />
      </PopoverPanel>
    </Popover>
  );
}
