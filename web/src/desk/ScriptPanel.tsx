import { useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { spanAt, useOnClock } from "../player/hooks";
import { Button } from "../ui/Button";
import { FindHere } from "./FindHere";
import { ReplaceDialog } from "./ReplaceDialog";
import { SegmentForm } from "./SegmentForm";
import { SentenceForm } from "./SentenceForm";
import { Times } from "./Times";
import type { DeskState } from "./useDeskState";

/** The segment and the sentence in hand, to be put right; finding, and replacing everywhere. */
export function ScriptPanel({ state }: { state: DeskState }) {
  const { desk, clock, sentences } = state;
  const { t } = useTranslation();
  const number = useOnClock(clock, (c) => Math.max(0, spanAt(desk.segments, c.nowMs + 5)));
  const at = useOnClock(clock, (c) => Math.max(0, spanAt(sentences, c.nowMs + 5)));
  const [replacing, setReplacing] = useState(false);
  useKeys([{ keys: "Shift+R", label: t("replace.title"), run: () => setReplacing(true) }]);
  const segment = desk.segments[number];
  const sentence = sentences[at];
  return (
    <>
      <FindHere state={state} />
      <Times state={state} />
      {segment && <SegmentForm key={segment.id} number={number} segment={segment} sentence={sentence} state={state} />}
      {sentence && <SentenceForm key={sentence.id + sentence.text} sentence={sentence} state={state} />}
      <p className="mt-3">
        <Button small hint="Shift+R" onClick={() => setReplacing(true)}>
          {t("replace.title")}
        </Button>
      </p>
      {replacing && <ReplaceDialog state={state} close={() => setReplacing(false)} />}
    </>
  );
}
