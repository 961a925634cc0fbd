import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { emptyItem } from "../kinds/writing";
import { acts, type Content, type Desk, type Sentence, useChange } from "./queries";
import { type Playback, usePlayback } from "./usePlayback";
import { type Selection, useSelection } from "./useSelection";
import { type Asking, useAsking } from "./writing/useAsking";

/** What the parts of the desk share: the lesson and how to change it, the clock, the item in hand, the writer. */
export type DeskState = Playback &
  Selection &
  Asking & {
    desk: Desk;
    change: ReturnType<typeof useChange>;
    run: (send: () => Promise<{ data?: Desk }>) => void;
    addItem: (kind: Content["kind"], pauseMs?: number) => void;
    /** The captions that stand beside the script. */
    beside: number | null;
    setBeside: (track: number | null) => void;
  };

export function useDeskState(desk: Desk, sentences: Sentence[]): DeskState {
  const change = useChange(desk.id);
  const { mutate } = change;
  const run = useCallback((send: () => Promise<{ data?: Desk }>) => mutate(send), [mutate]);
  const playback = usePlayback(sentences, desk.recording.duration_ms);
  const selection = useSelection(desk, run);
  const asking = useAsking(desk);
  const [beside, setBeside] = useState<number | null>(null);
  const addItem = useAddItem(desk, change, playback, selection);
  return { desk, change, run, ...playback, ...selection, ...asking, beside, setBeside, addItem };
}

/** Adds an item at the sentence in hand and opens its editor. */
function useAddItem(desk: Desk, change: DeskState["change"], playback: Playback, selection: Selection) {
  const queries = useQueryClient();
  const { mutateAsync } = change;
  const { sentences, sentenceAt, endOfSentence, clock } = playback;
  const { select, edit } = selection;
  return useCallback(
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
    [sentences, sentenceAt, endOfSentence, clock, queries, desk.id, mutateAsync, select, edit],
  );
}
