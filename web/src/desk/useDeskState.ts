import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useMemo, useState } from "react";
import { emptyItem } from "../kinds/writing";
import type { Clock } from "../player/clock";
import { spanAt, useClock } from "../player/hooks";
import { acts, type Content, type Desk, type Item, type Place, proposeAt, type Sentence, useChange } from "./queries";

/** What the parts of the desk share: the clock, the item in hand, and how to change things. */
export type DeskState = {
  desk: Desk;
  sentences: Sentence[];
  clock: Clock;
  selected: string | null;
  select: (item: string | null) => void;
  editing: boolean;
  edit: (on: boolean) => void;
  change: ReturnType<typeof useChange>;
  run: (send: () => Promise<{ data?: Desk }>) => void;
  item: Item | undefined;
  /** Items to be acted on together. */
  marked: string[];
  mark: (item: string) => void;
  markAll: (items: string[]) => void;
  put: (items: string[], place: Place) => void;
  sentenceAt: (ms: number) => number;
  /** Right after the sentence that is spoken at an instant. */
  endOfSentence: (ms: number) => number;
  hear: (item: Item) => void;
  listenAround: (ms: number) => void;
  another: (item: Item) => void;
  proposeHere: (ms: number) => void;
  proposing: string | null;
  propose: (job: string | null) => void;
  /** Sentences, by their ids, that the writer shall ask about. */
  about: number[];
  askAbout: (sentences: number[]) => void;
  /** Words that the writer shall ask about, as they were marked in the script. */
  words: string[];
  askWord: (word: string) => void;
  beside: number | null;
  setBeside: (track: number | null) => void;
  addItem: (kind: Content["kind"], pauseMs?: number) => void;
};

/** So many marked words are asked about at once; the server takes no more. */
export const MOST_WORDS = 30;

export function useDeskState(desk: Desk, sentences: Sentence[]): DeskState {
  const clock = useClock();
  const queries = useQueryClient();
  const [selected, select] = useState<string | null>(null);
  const [editing, edit] = useState(false);
  const change = useChange(desk.id);
  const { mutate, mutateAsync } = change;
  const run = useCallback((send: () => Promise<{ data?: Desk }>) => mutate(send), [mutate]);
  const sentenceAt = useCallback((ms: number) => Math.max(0, spanAt(sentences, ms)), [sentences]);

  const play = useCallback(
    (fromMs: number, toMs: number) => {
      clock.seek(Math.max(0, fromMs));
      clock.pauseAt(toMs);
      clock.play();
    },
    [clock],
  );
  const hear = useCallback(
    (item: Item) => {
      const evidence = item.report?.evidence[0] ?? item.content.evidence?.[0];
      if (evidence) play(evidence.start_ms - 200, evidence.end_ms + 300);
    },
    [play],
  );
  const endOfSentence = useCallback(
    (ms: number) => {
      const at = sentences[sentenceAt(ms)];
      const next = sentences[sentenceAt(ms) + 1];
      if (!at || at.end_ms < ms) return Math.round(ms);
      return Math.min(at.end_ms + 300, Math.round((at.end_ms + (next?.start_ms ?? desk.recording.duration_ms)) / 2));
    },
    [sentences, sentenceAt, desk.recording.duration_ms],
  );
  const listenAround = useCallback((ms: number) => play(ms - 1000, ms + 1000), [play]);

  const addItem = useCallback(
    async (kind: Content["kind"], pauseMs?: number) => {
      const sentence = sentences[sentenceAt(clock.nowMs)];
      const evidence = sentence && kind !== "note" ? [{ start_ms: sentence.start_ms, end_ms: sentence.end_ms }] : [];
      const fallback = pauseMs ?? (kind === "note" ? endOfSentence(clock.nowMs) : undefined);
      const content = { ...emptyItem(kind), evidence, ...(fallback !== undefined ? { pause_ms: fallback } : {}) };
      const known = new Set(queries.getQueryData<Desk>(["desk", desk.id])?.items.map((i) => i.id));
      const fresh = await mutateAsync(() => acts.add(desk.id, content));
      const made = fresh.items.find((i) => !known.has(i.id));
      if (made) {
        select(made.id);
        edit(true);
      }
    },
    [sentences, sentenceAt, endOfSentence, clock, queries, desk.id, mutateAsync],
  );
  const [about, setAbout] = useState<number[]>([]);
  const askAbout = useCallback(
    (ids: number[]) =>
      setAbout((old) => [...old.filter((o) => !ids.includes(o)), ...ids.filter((id) => !old.includes(id))]),
    [],
  );
  const [words, setWords] = useState<string[]>([]);
  const askWord = useCallback(
    (word: string) =>
      setWords((old) => (old.includes(word) ? old.filter((w) => w !== word) : [...old, word].slice(0, MOST_WORDS))),
    [],
  );
  const [beside, setBeside] = useState<number | null>(null);
  const [proposing, propose] = useState<string | null>(null);
  const proposeHere = useCallback(async (ms: number) => propose((await proposeAt(desk, ms)).id), [desk]);
  const another = useCallback(
    (near: Item) => proposeHere(near.content.evidence?.[0]?.start_ms ?? near.content.pause_ms ?? 0),
    [proposeHere],
  );
  const marks = useMarks(run, desk.id);
  const item = useMemo(() => desk.items.find((i) => i.id === selected), [desk.items, selected]);
  return {
    desk,
    sentences,
    clock,
    selected,
    select,
    editing,
    edit,
    change,
    run,
    item,
    ...marks,
    sentenceAt,
    endOfSentence,
    hear,
    listenAround,
    addItem,
    another,
    proposeHere,
    proposing,
    propose,
    about,
    askAbout,
    words,
    askWord,
    beside,
    setBeside,
  };
}

/** The marked items, and putting some somewhere in one change; what was put is no longer marked. */
function useMarks(run: DeskState["run"], lesson: string) {
  const [marked, markAll] = useState<string[]>([]);
  const mark = (id: string) => markAll((old) => (old.includes(id) ? old.filter((o) => o !== id) : [...old, id]));
  const put = (ids: string[], place: Place) => {
    run(() => acts.put(lesson, ids, place));
    markAll((old) => old.filter((id) => !ids.includes(id)));
  };
  return { marked, mark, markAll, put };
}
