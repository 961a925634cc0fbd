import { useCallback, useState } from "react";
import { useLocation } from "react-router";
import { type Desk, type Item, proposeAt } from "../queries";
import { turned } from "../useSelection";

/** What the writer is asked about, and the proposing that is going on. */
export type Asking = {
  /** Sentences, by their ids, that the writer shall ask about. */
  about: number[];
  askAbout: (sentences: number[]) => void;
  /** Words that the writer shall ask about, as they were marked in the script. */
  words: string[];
  askWord: (word: string) => void;
  another: (item: Item) => void;
  proposeHere: (ms: number) => void;
  proposing: string | null;
  propose: (job: string | null) => void;
};

/** So many marked words are asked about at once; the server takes no more. */
export const MOST_WORDS = 30;

export function useAsking(desk: Desk): Asking {
  const [about, setAbout] = useState<number[]>([]);
  const [words, setWords] = useState<string[]>([]);
  const [proposing, propose] = useState<string | null>(useGivenJob());
  const askAbout = useCallback((ids: number[]) => setAbout((old) => ids.reduce(turned, old)), []);
  const askWord = useCallback((word: string) => setWords((old) => turned(old, word).slice(0, MOST_WORDS)), []);
  const proposeHere = useCallback(async (ms: number) => propose((await proposeAt(desk, ms)).id), [desk]);
  const another = useCallback(
    (near: Item) => proposeHere(near.content.evidence?.[0]?.start_ms ?? near.content.pause_ms ?? 0),
    [proposeHere],
  );
  return { about, askAbout, words, askWord, another, proposeHere, proposing, propose };
}

/** A proposing that was begun on the page one comes from. */
function useGivenJob(): string | null {
  const { state } = useLocation();
  return (state as { job?: string } | null)?.job ?? null;
}
