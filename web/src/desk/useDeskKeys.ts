import { useTranslation } from "react-i18next";
import { type Binding, useKeys } from "../app/keys";
import { KINDS } from "../kinds/kinds";
import { WRITTEN } from "../kinds/writing";
import { spanAt } from "../player/hooks";
import { apply, mendsOf } from "./checking/mending";
import { worstFirst } from "./checking/queue";
import { acts, type Item } from "./queries";
import type { Step } from "./Steps";
import type { DeskState } from "./useDeskState";

const NUDGE_MS = 100;
// More words than these are taken for a sentence.
const MOST_WORDS_MARKED = 5;

/** Every key of the desk: the clock's, the pauses', the items', the check's. */
export function useDeskKeys(state: DeskState, step: Step): void {
  const { t } = useTranslation();
  const named = (keys: string, label: string, run: () => void, off = false): Binding => ({
    keys,
    label: label && t(label),
    run,
    off,
  });
  useKeys([
    ...clockKeys(state, named),
    ...itemKeys(state, step, named),
    ...checkKeys(state, step, named),
    ...historyKeys(state, named),
  ]);
}

type Named = (keys: string, label: string, run: () => void, off?: boolean) => Binding;

function clockKeys({ clock, sentences, desk, sentenceAt, endOfSentence, run }: DeskState, named: Named): Binding[] {
  const sentence = (by: number) => {
    const to = sentences[Math.min(sentences.length - 1, Math.max(0, sentenceAt(clock.nowMs + 5) + by))];
    if (to) clock.seek(to.start_ms);
  };
  const segment = (by: number) => {
    const to = desk.segments[spanAt(desk.segments, clock.nowMs + 5) + by];
    if (to) clock.seek(to.start_ms);
  };
  return [
    named("Space", "key.play", () => clock.toggle()),
    named("ArrowDown", "key.nextSentence", () => sentence(1)),
    named("ArrowUp", "key.previousSentence", () => sentence(-1)),
    named("Shift+ArrowDown", "key.nextSegment", () => segment(1)),
    named("Shift+ArrowUp", "key.previousSegment", () => segment(-1)),
    named("Shift+B", "recording.beginHere", () =>
      run(() => acts.extract(desk.id, clock.nowMs || null, desk.extract_end_ms)),
    ),
    named("Shift+E", "recording.endHere", () =>
      run(() => acts.extract(desk.id, desk.extract_start_ms, endOfSentence(clock.nowMs))),
    ),
    named("ArrowRight", "key.secondOn", () => clock.seek(clock.nowMs + 1000)),
    named("ArrowLeft", "key.secondBack", () => clock.seek(clock.nowMs - 1000)),
  ];
}

function itemKeys(state: DeskState, step: Step, named: Named): Binding[] {
  const { item, clock, run } = state;
  const nudge = (by: number) => {
    if (!item || typeof item.content.pause_ms !== "number") return;
    const at = Math.max(0, item.content.pause_ms + by);
    run(() => acts.pause(item.id, at));
    state.listenAround(at);
  };
  const pauseHere = () => {
    const at = Math.round(clock.nowMs);
    if (item) run(() => acts.pause(item.id, at));
    else state.addItem("choice", at);
  };
  const list = itemsInOrder(state, step);
  const walk = (by: number) => {
    const at = list.findIndex((i) => i.id === state.selected);
    const next = list[at < 0 ? 0 : Math.min(list.length - 1, Math.max(0, at + by))];
    if (next) pick(state, next);
  };
  const none = !item;
  const mend = item?.place === "lesson" ? mendsOf(item)[0] : undefined;
  const marks = step === "items" || step === "check";
  // What is marked is acted on together; without marks the item in hand.
  const held = state.marked.length ? state.marked : item ? [item.id] : [];
  return [
    named("P", "key.pauseHere", pauseHere, step === "recording"),
    named("[", "key.pauseEarlier", () => nudge(-NUDGE_MS), none),
    named("]", "key.pauseLater", () => nudge(NUDGE_MS), none),
    named("L", "item.listenAround", () => item && state.listenAround(item.content.pause_ms ?? 0), none),
    named("H", "item.hear", () => item && state.hear(item), none),
    named("J", "key.nextItem", () => walk(1), step === "check"),
    named("Shift+J", "key.previousItem", () => walk(-1), step === "check"),
    named("O", "mend.key", () => item && mend && apply(state, item, mend), !mend),
    named("E", "item.change", () => state.edit(true), none || step === "script"),
    named("S", "item.mark", () => item && state.mark(item.id), none || !marks),
    named("Shift+S", "item.markAll", () => state.markAll(list.map((i) => i.id)), !list.length || !marks),
    named("X", "item.drop", () => state.put(held, "dropped"), !held.length),
    named(
      "T",
      "item.take",
      () => state.put(held, "lesson"),
      !list.some((i) => held.includes(i.id) && i.place === "pool"),
    ),
    named("V", "item.another", () => item && state.another(item), none || step !== "items"),
    named(
      "Y",
      "vary.open",
      () => document.querySelector<HTMLElement>("[data-vary]")?.click(),
      none || step !== "items",
    ),
    named("I", "key.askAbout", () => askAbout(state), step !== "items"),
    ...KINDS.map((k) =>
      named(WRITTEN[k].key, `kind.${k}`, () => state.addItem(k), step !== "items" && step !== "script"),
    ),
    named("Escape", "", () => (state.marked.length ? state.markAll([]) : state.select(null)), none && !held.length),
  ];
}

/** A few words selected within one sentence; empty for more or less. */
function selectedWords(selection: Selection | null, touched: number): string {
  const words =
    selection
      ?.toString()
      .trim()
      .replace(/\s+/g, " ")
      .replace(/^[\p{P}]+|[\p{P}]+$/gu, "") ?? "";
  return touched === 1 && words.split(" ").length <= MOST_WORDS_MARKED ? words.slice(0, 60) : "";
}

/** Marks the words or the sentences that are selected with the mouse, or the sentence in hand. */
function askAbout(state: DeskState) {
  const selection = document.getSelection();
  const touched = selection?.isCollapsed
    ? []
    : state.sentences.filter((s) => {
        const text = document.querySelector(`[data-sentence="${s.position}"]`);
        return text !== null && selection?.containsNode(text, true);
      });
  const words = selectedWords(selection, touched.length);
  if (words) {
    state.askWord(words);
    selection?.removeAllRanges();
    return;
  }
  const here = state.sentences[state.sentenceAt(state.clock.nowMs + 5)];
  const meant = touched.length > 0 ? touched : here ? [here] : [];
  state.askAbout(meant.map((s) => s.id));
  selection?.removeAllRanges();
}

function checkKeys(state: DeskState, step: Step, named: Named): Binding[] {
  if (step !== "check") return [];
  const { item, run } = state;
  const queue = worstFirst(state.desk.items);
  // Through what is still to be decided, worst first, round and round.
  const next = (by: number) => {
    const at = queue.findIndex((i) => i.id === state.selected);
    const to = queue[at < 0 ? 0 : (at + by + queue.length) % Math.max(1, queue.length)];
    if (to) pick(state, to);
  };
  const keep = () => {
    const anyway = document.querySelector<HTMLButtonElement>("[data-keep-anyway]");
    if (anyway) anyway.click();
    else if (item) run(() => acts.decide(item.id, "kept"));
  };
  return [
    named("J", "key.nextItem", () => next(1)),
    named("Shift+J", "key.previousItem", () => next(-1)),
    named("K", "item.keep", keep, !item),
  ];
}

function historyKeys({ desk, run }: DeskState, named: Named): Binding[] {
  return [
    named("Ctrl+Z", "desk.undo", () => run(() => acts.undo(desk.id)), !desk.undo),
    named("Ctrl+Shift+Z", "desk.redo", () => run(() => acts.redo(desk.id)), !desk.redo),
  ];
}

/** Takes an item in hand and goes to what it rests on. */
export function pick(state: DeskState, item: Item): void {
  state.edit(false);
  state.select(item.id);
  const at = item.report?.evidence[0]?.start_ms ?? item.content.pause_ms;
  if (typeof at === "number" && !state.clock.playing) state.clock.seek(at);
}

export function itemsInOrder(state: DeskState, step: Step): Item[] {
  return [...state.desk.items]
    .filter((i) => i.place === "lesson" || step === "items")
    .sort((a, b) => (a.content.pause_ms ?? 0) - (b.content.pause_ms ?? 0));
}
