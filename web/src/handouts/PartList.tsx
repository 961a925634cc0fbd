import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { Button } from "../ui/Button";
import { useUndo } from "../ui/Undo";
import { added, type Layout, moved, PART_KINDS, type PartKind, without } from "./parts";

type Props = {
  layout: Layout;
  empty: PartKind[];
  at: number;
  choose: (at: number) => void;
  change: (layout: Layout) => void;
};

/** The parts in the order they are printed in: chosen, moved, taken out, added. */
export function PartList({ layout, empty, at, choose, change }: Props) {
  const { t } = useTranslation();
  const undo = useUndo();
  const name = (kind: PartKind) => t(`handout.part.${kind}`);
  const move = (from: number, to: number) => {
    const next = moved(layout, from, to);
    if (next === layout) return;
    change(next);
    choose(to);
  };
  const remove = (n: number) => {
    const part = layout.parts[n];
    if (!part) return;
    change(without(layout, n));
    choose(Math.max(0, Math.min(n, layout.parts.length - 2)));
    undo.offer(t("handout.removed", { part: name(part.kind) }), async () => {
      change(layout);
      choose(n);
    });
  };
  const step = (by: number) => choose(Math.max(0, Math.min(layout.parts.length - 1, at + by)));
  useKeys([
    { keys: "J", label: t("handout.next"), run: () => step(1) },
    { keys: "Shift+J", label: t("handout.previous"), run: () => step(-1) },
    { keys: "Ctrl+ArrowDown", label: t("handout.later"), run: () => move(at, at + 1) },
    { keys: "Ctrl+ArrowUp", label: t("handout.earlier"), run: () => move(at, at - 1) },
    { keys: "Shift+Delete", label: t("handout.takeOut"), run: () => remove(at) },
  ]);
  return (
    <section aria-label={t("handout.parts")}>
      <h2 className="mb-1.5 font-semibold">{t("handout.parts")}</h2>
      <ol className="mb-2 border-y border-rule">
        {layout.parts.map((part, n) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: a part has nothing else to be known by; several of a kind may stand
            key={n}
            className={`flex items-center gap-1 border-b border-rule last:border-0 ${n === at ? "bg-here" : ""}`}
          >
            <button
              type="button"
              className={`min-w-0 flex-1 px-2 py-1.5 text-start ${n === at ? "font-semibold" : ""}`}
              aria-current={n === at}
              onClick={() => choose(n)}
            >
              {part.title || name(part.kind)}
              {empty.includes(part.kind) && <span className="text-amberink"> · {t("handout.nothing")}</span>}
            </button>
            <MoveButton label={t("handout.earlier")} off={n === 0} run={() => move(n, n - 1)} sign="↑" />
            <MoveButton
              label={t("handout.later")}
              off={n === layout.parts.length - 1}
              run={() => move(n, n + 1)}
              sign="↓"
            />
            <MoveButton label={t("handout.takeOut")} run={() => remove(n)} sign="×" />
          </li>
        ))}
      </ol>
      <select
        className="field"
        aria-label={t("handout.add")}
        value=""
        onChange={(e) => {
          const made = added(layout, e.target.value as PartKind);
          change(made.layout);
          choose(made.at);
        }}
      >
        <option value="">{t("handout.add")}</option>
        {PART_KINDS.map((kind) => (
          <option key={kind} value={kind}>
            {name(kind)}
            {empty.includes(kind) ? ` · ${t("handout.nothing")}` : ""}
          </option>
        ))}
      </select>
    </section>
  );
}

function MoveButton(props: { label: string; sign: string; off?: boolean; run: () => void }) {
  return (
    <Button small look="quiet" disabled={props.off} aria-label={props.label} title={props.label} onClick={props.run}>
      <span aria-hidden="true" className="inline-block w-3 text-center">
        {props.sign}
      </span>
    </Button>
  );
}
