import { useCallback } from "react";
import type { Clock } from "../player/clock";
import { spanAt, useClock } from "../player/hooks";
import type { Item, Sentence } from "./queries";

/** The recording's clock, and playing the parts of it that matter. */
export type Playback = {
  clock: Clock;
  sentences: Sentence[];
  sentenceAt: (ms: number) => number;
  /** Right after the sentence that is spoken at an instant. */
  endOfSentence: (ms: number) => number;
  /** Plays what an item rests on. */
  hear: (item: Item) => void;
  listenAround: (ms: number) => void;
};

const BEFORE_MS = 200;
const AFTER_MS = 300;
const AROUND_MS = 1000;

export function usePlayback(sentences: Sentence[], durationMs: number): Playback {
  const clock = useClock();
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
      if (evidence) play(evidence.start_ms - BEFORE_MS, evidence.end_ms + AFTER_MS);
    },
    [play],
  );
  const endOfSentence = useCallback(
    (ms: number) => {
      const at = sentences[sentenceAt(ms)];
      const next = sentences[sentenceAt(ms) + 1];
      if (!at || at.end_ms < ms) return Math.round(ms);
      return Math.min(at.end_ms + AFTER_MS, Math.round((at.end_ms + (next?.start_ms ?? durationMs)) / 2));
    },
    [sentences, sentenceAt, durationMs],
  );
  const listenAround = useCallback((ms: number) => play(ms - AROUND_MS, ms + AROUND_MS), [play]);
  return { clock, sentences, sentenceAt, endOfSentence, hear, listenAround };
}
