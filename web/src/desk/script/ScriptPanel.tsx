import { spanAt, useOnClock } from "../../player/hooks";
import { Replace } from "../replacing/Replace";
import { SegmentForm } from "../segments/SegmentForm";
import type { DeskState } from "../useDeskState";
import { FindHere } from "./FindHere";
import { SentenceForm } from "./SentenceForm";
import { Times } from "./Times";

/** The segment and the sentence in hand, to be put right; finding, and replacing everywhere. */
export function ScriptPanel({ state }: { state: DeskState }) {
  const { desk, clock, sentences } = state;
  const number = useOnClock(clock, (c) => Math.max(0, spanAt(desk.segments, c.nowMs + 5)));
  const at = useOnClock(clock, (c) => Math.max(0, spanAt(sentences, c.nowMs + 5)));
  const segment = desk.segments[number];
  const sentence = sentences[at];
  return (
    <>
      <FindHere state={state} />
      <Times state={state} />
      {segment && <SegmentForm key={segment.id} number={number} segment={segment} sentence={sentence} state={state} />}
      {sentence && <SentenceForm key={sentence.id + sentence.text} sentence={sentence} state={state} />}
      <p className="mt-3">
        <Replace state={state} where="script" />
      </p>
    </>
  );
}
