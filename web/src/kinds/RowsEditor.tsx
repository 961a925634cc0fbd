import { GripVertical, X } from "lucide-react";
import { type KeyboardEvent, type ReactNode, useRef } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";

type Props<T> = {
  legend: string;
  rows: T[];
  empty: T;
  /** A row that holds nothing yet goes with one Backspace. */
  isEmpty: (row: T) => boolean;
  put: (rows: T[]) => void;
  /** The fields of a row; the one that the keys start from carries ``data-row``. */
  fields: (row: T, n: number, change: (part: Partial<T>) => void) => ReactNode;
  name: (n: number) => string;
  add: string;
  keys: string;
  more?: ReactNode;
  mark?: (row: T) => Partial<T>;
  most?: number;
};

const MOST_ROWS = 12;

/** Rows written in place and moved by drag or Alt with the arrow keys: options, pairs, steps, criteria. */
export function RowsEditor<T extends object>(props: Props<T>) {
  const { rows, put } = props;
  const { t } = useTranslation();
  const list = useRef<HTMLFieldSetElement>(null);
  const dragged = useRef(-1);
  const focus = (n: number) =>
    setTimeout(() => list.current?.querySelectorAll<HTMLInputElement>("[data-row]")[n]?.focus());
  const change = (n: number, part: Partial<T>) => put(rows.map((row, i) => (i === n ? { ...row, ...part } : row)));
  const move = (from: number, to: number) => {
    if (from < 0 || to < 0 || to >= rows.length) return;
    const next = [...rows];
    next.splice(to, 0, ...next.splice(from, 1));
    put(next);
    focus(to);
  };
  const next = (n: number) => {
    // What stands empty below is filled first.
    const empty = rows.findIndex((row, i) => i > n && props.isEmpty(row));
    if (empty >= 0) focus(empty);
    else add();
  };
  const add = () => {
    if (rows.length >= (props.most ?? MOST_ROWS)) return;
    put([...rows, props.empty]);
    focus(rows.length);
  };
  const remove = (n: number) => {
    put(rows.filter((_, i) => i !== n));
    focus(Math.max(0, n - 1));
  };
  const byKey = (e: KeyboardEvent, n: number) => {
    const row = rows[n];
    const mark = props.mark;
    const doing = {
      "Alt+ArrowUp": () => move(n, n - 1),
      "Alt+ArrowDown": () => move(n, n + 1),
      // biome-ignore lint/correctness/noComponentHookFactories: the name of a key
      Enter: () => next(n),
      "Alt+Enter": () => row && mark && change(n, mark(row)),
    }[`${e.altKey ? "Alt+" : ""}${e.key}`];
    const empty = e.key === "Backspace" && row && props.isEmpty(row) && rows.length > 1;
    if (!doing && !empty) return;
    e.preventDefault();
    e.stopPropagation();
    if (empty) remove(n);
    else doing?.();
  };
  return (
    <fieldset ref={list} className="mb-3">
      <legend className="mb-1 text-[13.5px] text-quiet">{props.legend}</legend>
      {rows.map((row, n) => (
        // biome-ignore lint/a11y/noStaticElementInteractions: dragging has its keys (Alt with the arrows)
        <div
          // biome-ignore lint/suspicious/noArrayIndexKey: rows have no other name while they are written
          key={n}
          className="mb-1.5 flex items-center gap-1.5"
          onDragOver={(e) => e.preventDefault()}
          onDrop={(e) => {
            e.preventDefault();
            move(dragged.current, n);
          }}
          onKeyDown={(e) => (e.target as HTMLElement).closest("input:not([type=checkbox]), textarea") && byKey(e, n)}
        >
          <span
            draggable
            aria-hidden="true"
            className="cursor-grab text-quiet"
            onDragStart={(e) => {
              e.dataTransfer.setData("text/plain", ""); // some browsers drag nothing that carries nothing
              dragged.current = n;
            }}
          >
            <GripVertical size={15} />
          </span>
          {props.fields(row, n, (part) => change(n, part))}
          <button
            type="button"
            aria-label={t("item.removeRow", { name: props.name(n) })}
            className="p-1 text-quiet hover:text-brick"
            onClick={() => remove(n)}
          >
            <X size={15} />
          </button>
        </div>
      ))}
      <Button look="quiet" small className="!px-0" onClick={add} disabled={rows.length >= (props.most ?? MOST_ROWS)}>
        {props.add}
      </Button>
      {props.more}
      <p className="text-[13px] text-quiet">{props.keys}</p>
    </fieldset>
  );
}
