import { useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { spanAt, useOnClock } from "../player/hooks";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { acts, type Segment, type Sentence } from "./queries";
import type { DeskState } from "./useDeskState";

/** The segment and the sentence in hand, to be put right. */
export function ScriptPanel({ state }: { state: DeskState }) {
  const { desk, clock, sentences } = state;
  const number = useOnClock(clock, (c) => Math.max(0, spanAt(desk.segments, c.nowMs + 5)));
  const at = useOnClock(clock, (c) => Math.max(0, spanAt(sentences, c.nowMs + 5)));
  const segment = desk.segments[number];
  const sentence = sentences[at];
  return (
    <>
      {segment && <SegmentForm key={segment.id} number={number} segment={segment} sentence={sentence} state={state} />}
      {sentence && <SentenceForm key={sentence.position + sentence.text} sentence={sentence} state={state} />}
    </>
  );
}

function SegmentForm(props: { number: number; segment: Segment; sentence: Sentence | undefined; state: DeskState }) {
  const { number, segment, sentence, state } = props;
  const { t } = useTranslation();
  const [title, setTitle] = useState(segment.title);
  const first = number === 0;
  const rename = () => {
    if (title.trim() && title !== segment.title) state.run(() => acts.rename(segment.id, title));
  };
  const split = () => sentence && state.run(() => acts.split(state.desk.id, sentence.position));
  const merge = () => state.run(() => acts.merge(segment.id));
  const opens = sentence?.start_ms === segment.start_ms || sentence?.position === 0;
  useKeys([
    { keys: "S", label: t("script.split"), run: split, off: opens },
    { keys: "Shift+M", label: t("script.merge"), run: merge, off: first },
  ]);
  return (
    <section aria-label={t("script.segment")} className="mb-4">
      <h2 className="mb-1.5 font-semibold">
        {t("script.segmentNumber", { number: number + 1, count: state.desk.segments.length })}
      </h2>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          rename();
        }}
      >
        <Field label={t("script.title")} help={segment.key_terms.length ? segment.key_terms.join(" · ") : undefined}>
          <input
            className="field"
            dir="auto"
            value={title}
            onChange={(e) => setTitle(e.target.value)}
            onBlur={rename}
            maxLength={200}
          />
        </Field>
      </form>
      <div className="flex flex-wrap gap-1.5">
        <Button small hint="S" disabled={opens} onClick={split}>
          {t("script.split")}
        </Button>
        <Button small hint="Shift+M" disabled={first} onClick={merge}>
          {t("script.merge")}
        </Button>
      </div>
    </section>
  );
}

function SentenceForm({ sentence, state }: { sentence: Sentence; state: DeskState }) {
  const { t } = useTranslation();
  const [text, setText] = useState(sentence.text);
  const resting = state.desk.items.filter(
    (i) => i.report?.evidence[0]?.start_ms === sentence.start_ms && i.place === "lesson",
  ).length;
  const save = () => state.run(() => acts.correct(state.desk.id, sentence.position, text));
  return (
    <section aria-label={t("script.sentence")} className="border-t border-rule pt-3">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          save();
        }}
      >
        <Field label={t("script.sentence")} help={resting ? t("script.resting", { count: resting }) : undefined}>
          <textarea
            className="field font-script"
            dir="auto"
            rows={4}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </Field>
        <Button small type="submit" disabled={!text.trim() || text === sentence.text}>
          {t("script.correct")}
        </Button>
      </form>
    </section>
  );
}
