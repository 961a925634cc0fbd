import { useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../../app/keys";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { acts, type Segment, type Sentence } from "../queries";
import type { DeskState } from "../useDeskState";
import { useChooseSegment } from "./LeaveOut";

type Props = { number: number; segment: Segment; sentence: Sentence | undefined; state: DeskState };

/** The segment in hand: its title, where it begins, and dividing the whole anew. */
export function SegmentForm({ number, segment, sentence, state }: Props) {
  const { t } = useTranslation();
  const [title, setTitle] = useState(segment.title);
  const lesson = state.desk.id;
  const first = number === 0;
  const opens = sentence?.start_ms === segment.start_ms || sentence?.position === 0;
  const following = state.desk.segments[number + 1];
  const rename = () => {
    if (title.trim() && title !== segment.title) state.run(() => acts.rename(segment.id, title));
  };
  const split = () => sentence && state.run(() => acts.split(lesson, sentence.id));
  const merge = () => state.run(() => acts.merge(segment.id));
  const beginNext = () => sentence && following && state.run(() => acts.moveSegment(following.id, sentence.id));
  const chooseSegment = useChooseSegment();
  const choose = () => chooseSegment(segment);
  const chosen = t(segment.takes_part ? "script.leaveOut" : "script.takeIn");
  useKeys([
    { keys: "Shift+O", label: chosen, run: choose },
    { keys: "B", label: t("script.split"), run: split, off: opens },
    { keys: "Shift+M", label: t("script.merge"), run: merge, off: first },
    { keys: "Shift+N", label: t("script.nextHere"), run: beginNext, off: opens || !following },
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
          // The next key is a command again.
          if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
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
      {segment.summary && (
        <p className="mb-2 font-script text-[14.5px]" dir="auto">
          “{segment.summary}”
        </p>
      )}
      <div className="flex flex-wrap gap-1.5">
        <Button small hint="B" disabled={opens} onClick={split}>
          {t("script.split")}
        </Button>
        <Button small hint="Shift+M" disabled={first} onClick={merge}>
          {t("script.merge")}
        </Button>
        <Button small hint="Shift+N" disabled={opens || !following} onClick={beginNext}>
          {t("script.nextHere")}
        </Button>
        <Button small hint="Shift+O" onClick={choose}>
          {chosen}
        </Button>
      </div>
      <DivideAgain state={state} />
    </section>
  );
}

function DivideAgain({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const [fineness, setFineness] = useState(0);
  const divide = (by: number) => {
    const next = Math.max(-2, Math.min(2, by));
    setFineness(next);
    state.run(() => acts.divide(state.desk.id, next));
  };
  return (
    <p className="mt-2 flex flex-wrap items-center gap-1.5 text-[13.5px] text-quiet">
      {t("script.divideAgain")}
      <Button small disabled={fineness <= -2} onClick={() => divide(fineness - 1)}>
        {t("script.coarser")}
      </Button>
      <Button small disabled={fineness >= 2} onClick={() => divide(fineness + 1)}>
        {t("script.finer")}
      </Button>
    </p>
  );
}
