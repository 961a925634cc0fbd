import { useLayoutEffect, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import type { Item } from "../queries";
import type { Step } from "../Steps";
import type { DeskState } from "../useDeskState";
import { ItemCard } from "./ItemCard";

const GAP = 8;

/** The margin: each item's card beside its pause; where there is no room it moves down, the one in hand stays in place. */
export function Margin({ state, step }: { state: DeskState; step: Step }) {
  const { t } = useTranslation();
  const box = useRef<HTMLElement>(null);
  const [tops, setTops] = useState<Record<string, number>>({});
  const items = [...state.desk.items]
    .filter((i) => i.place === "lesson" || step === "items")
    .sort((a, b) => (a.content.pause_ms ?? 0) - (b.content.pause_ms ?? 0) || a.position - b.position);
  // Laid out after each render, by what the cards and the pauses really measure.
  useLayoutEffect(() => {
    const margin = box.current;
    if (!margin) return;
    const place = () => {
      const next = laidOut(margin, items, state.selected);
      setTops((old) => (same(old, next) ? old : next));
    };
    place();
    const watch = new ResizeObserver(place);
    for (const child of margin.children) watch.observe(child);
    const script = margin.previousElementSibling;
    if (script) watch.observe(script);
    return () => watch.disconnect();
  });
  const height = Math.max(0, ...Object.values(tops)) + 400;
  return (
    <aside ref={box} aria-label={t("desk.margin")} className="relative" style={{ minHeight: height }}>
      {items.map((i) => (
        <div key={i.id} data-card={i.id} className="absolute inset-x-0" style={{ top: tops[i.id] ?? 0 }}>
          <ItemCard item={i} state={state} step={step} />
        </div>
      ))}
      {items.length === 0 && <p className="px-2 pt-10 text-[14px] text-quiet">{t("desk.marginEmpty")}</p>}
    </aside>
  );
}

function laidOut(margin: HTMLElement, items: Item[], selected: string | null): Record<string, number> {
  const from = margin.getBoundingClientRect().top;
  const cards = items.map((item) => {
    const line = margin.parentElement?.querySelector(`[data-pause="${item.content.pause_ms}"]`);
    const wish = line ? line.getBoundingClientRect().top - from - 34 : 0;
    const height = margin.querySelector(`[data-card="${item.id}"]`)?.getBoundingClientRect().height ?? 0;
    return { id: item.id, wish: Math.max(8, wish), height };
  });
  const tops: Record<string, number> = {};
  const chosen = Math.max(
    0,
    cards.findIndex((c) => c.id === selected),
  );
  // The card in hand keeps its wish unless those above it need the room; the others make way on both sides.
  const need = cards.slice(0, chosen).reduce((sum, c) => sum + c.height + GAP, 8);
  let below = Math.max(cards[chosen]?.wish ?? 0, need);
  let above = below;
  for (const card of cards.slice(chosen)) {
    tops[card.id] = Math.max(card.wish, below);
    below = (tops[card.id] ?? 0) + card.height + GAP;
  }
  for (const card of cards.slice(0, chosen).reverse()) {
    tops[card.id] = Math.min(card.wish, above - card.height - GAP);
    above = tops[card.id] ?? 0;
  }
  return tops;
}

function same(a: Record<string, number>, b: Record<string, number>): boolean {
  const keys = Object.keys(b);
  return keys.length === Object.keys(a).length && keys.every((k) => Math.abs((a[k] ?? -1) - (b[k] ?? 0)) < 1);
}
