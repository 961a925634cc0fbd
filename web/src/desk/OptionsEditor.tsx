import { GripVertical, X } from "lucide-react";
import { type DragEvent, type KeyboardEvent, useRef } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";

type Option = { text: string; correct: boolean; feedback?: string };

/** Options of a choice: written in place, ticked when right, moved by drag or Alt with the arrow keys. */
export function OptionsEditor({ options, put }: { options: Option[]; put: (options: Option[]) => void }) {
  const { t } = useTranslation();
  const list = useRef<HTMLFieldSetElement>(null);
  const dragged = useRef(-1);
  const focus = (n: number) =>
    setTimeout(() => list.current?.querySelectorAll<HTMLInputElement>("[data-option]")[n]?.focus());
  const change = (n: number, part: Partial<Option>) => put(options.map((o, i) => (i === n ? { ...o, ...part } : o)));
  const move = (from: number, to: number) => {
    if (from < 0 || to < 0 || to >= options.length) return;
    const next = [...options];
    next.splice(to, 0, ...next.splice(from, 1));
    put(next);
    focus(to);
  };
  const add = () => {
    put([...options, { text: "", correct: false }]);
    focus(options.length);
  };
  const remove = (n: number) => {
    put(options.filter((_, i) => i !== n));
    focus(Math.max(0, n - 1));
  };
  const byKey = (e: KeyboardEvent, n: number) => {
    const doing = {
      "Alt+ArrowUp": () => move(n, n - 1),
      "Alt+ArrowDown": () => move(n, n + 1),
      Enter: add,
      "Alt+Enter": () => change(n, { correct: !options[n]?.correct }),
    }[`${e.altKey ? "Alt+" : ""}${e.key}`];
    const empty = e.key === "Backspace" && options[n]?.text === "" && options.length > 1;
    if (!doing && !empty) return;
    e.preventDefault();
    e.stopPropagation();
    if (empty) remove(n);
    else doing?.();
  };
  const over = (e: DragEvent) => e.preventDefault();
  return (
    <fieldset ref={list} className="mb-3">
      <legend className="mb-1 text-[13.5px] text-quiet">{t("item.options")}</legend>
      {options.map((o, n) => (
        // biome-ignore lint/a11y/noStaticElementInteractions: dragging has its keys (Alt with the arrows)
        <div
          // biome-ignore lint/suspicious/noArrayIndexKey: options have no other name while they are written
          key={n}
          className="mb-1.5 flex items-center gap-1.5"
          onDragOver={over}
          onDrop={() => move(dragged.current, n)}
        >
          <span
            draggable
            aria-hidden="true"
            className="cursor-grab text-quiet"
            onDragStart={() => {
              dragged.current = n;
            }}
          >
            <GripVertical size={15} />
          </span>
          <input
            type="checkbox"
            className="size-4 accent-moss"
            checked={o.correct}
            aria-label={t("item.isRight", { letter: "abcdefghijkl"[n] })}
            onChange={(e) => change(n, { correct: e.target.checked })}
          />
          <input
            data-option
            dir="auto"
            className="field !px-2 !py-1"
            aria-label={t("item.option", { letter: "abcdefghijkl"[n] })}
            value={o.text}
            onChange={(e) => change(n, { text: e.target.value })}
            onKeyDown={(e) => byKey(e, n)}
          />
          <button
            type="button"
            aria-label={t("item.removeOption", { letter: "abcdefghijkl"[n] })}
            className="p-1 text-quiet hover:text-brick"
            onClick={() => remove(n)}
          >
            <X size={15} />
          </button>
        </div>
      ))}
      <Button look="quiet" small className="!px-0" onClick={add} disabled={options.length >= 12}>
        {t("item.addOption")}
      </Button>
      <p className="text-[13px] text-quiet">{t("item.optionKeys")}</p>
    </fieldset>
  );
}
