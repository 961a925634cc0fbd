import { useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../../app/keys";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { acts, type Sentence } from "../queries";
import type { DeskState } from "../useDeskState";

/** The sentence in hand: its words, who says it, where it begins and ends, whether it is spoken at all. */
export function SentenceForm({ sentence, state }: { sentence: Sentence; state: DeskState }) {
  const { t } = useTranslation();
  const [text, setText] = useState(sentence.text);
  const words = useRef<HTMLTextAreaElement>(null);
  const lesson = state.desk.id;
  const resting = state.desk.items.filter((i) => i.report?.evidence[0]?.start_ms === sentence.start_ms);
  const stale = resting.filter((i) => i.decision === "kept" || i.decision === "kept_anyway").length;
  const changed = text.trim() !== "" && text !== sentence.text;
  const save = () => changed && state.run(() => acts.correct(lesson, sentence, text));
  const join = () => state.run(() => acts.join(lesson, sentence.id));
  const split = () => {
    const at = wordAt(text, words.current?.selectionStart ?? 0);
    if (!changed && at > 0) state.run(() => acts.splitSentence(lesson, sentence.id, at));
  };
  const spoken = () => state.run(() => acts.mark(lesson, [sentence.id], { is_spoken: !sentence.is_spoken }));
  useKeys([
    { keys: "E", label: t("item.change"), run: () => words.current?.focus() },
    { keys: "G", label: t("script.join"), run: join, off: sentence.position === 0 },
    { keys: "D", label: t(sentence.is_spoken ? "script.notSpoken" : "script.spoken"), run: spoken },
  ]);
  const help = [
    resting.length ? t("script.resting", { count: resting.length }) : "",
    stale ? t("script.goesStale", { count: stale }) : "",
  ];
  return (
    <section aria-label={t("script.sentence")} className="border-t border-rule pt-3">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          save();
        }}
      >
        <Field label={t("script.sentence")} help={help.filter(Boolean).join(" ") || undefined}>
          <textarea
            ref={words}
            className="field font-script"
            dir="auto"
            rows={4}
            value={text}
            onChange={(e) => setText(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === "Enter" && !e.shiftKey) {
                e.preventDefault();
                save();
                words.current?.blur();
              }
            }}
          />
        </Field>
        <div className="flex flex-wrap gap-1.5">
          <Button small type="submit" disabled={!changed} hint="Enter">
            {t("script.correct")}
          </Button>
          <Button small hint="G" disabled={sentence.position === 0} onClick={join}>
            {t("script.join")}
          </Button>
          <Button small disabled={changed} onClick={split} title={t("script.splitHelp")}>
            {t("script.splitHere")}
          </Button>
          <Button small hint="D" onClick={spoken}>
            {t(sentence.is_spoken ? "script.notSpoken" : "script.spoken")}
          </Button>
        </div>
      </form>
      <Speaker key={sentence.speaker} sentence={sentence} state={state} />
    </section>
  );
}

function Speaker({ sentence, state }: { sentence: Sentence; state: DeskState }) {
  const { t } = useTranslation();
  const [name, setName] = useState(sentence.speaker ?? "");
  const lesson = state.desk.id;
  const names = [...new Set(state.sentences.map((s) => s.speaker).filter((s) => s !== null))];
  const same = name.trim() === (sentence.speaker ?? "");
  return (
    <form
      className="mt-3"
      onSubmit={(e) => {
        e.preventDefault();
        state.run(() => acts.mark(lesson, [sentence.id], { speaker: name }));
      }}
    >
      <Field label={t("script.speaker")}>
        <input className="field" dir="auto" list="speakers" value={name} onChange={(e) => setName(e.target.value)} />
      </Field>
      <datalist id="speakers">
        {names.map((n) => (
          <option key={n} value={n} />
        ))}
      </datalist>
      <div className="flex flex-wrap gap-1.5">
        <Button small type="submit" disabled={same}>
          {t("script.speakerHere")}
        </Button>
        {sentence.speaker && (
          <Button
            small
            disabled={same}
            onClick={() => state.run(() => acts.speaker(lesson, sentence.speaker ?? "", name))}
          >
            {t("script.speakerAll", { name: sentence.speaker })}
          </Button>
        )}
      </div>
    </form>
  );
}

/** The number of the word that the caret stands in or before. */
export function wordAt(text: string, caret: number): number {
  const before = text.slice(0, caret);
  const begun = before.split(/\s+/).filter(Boolean).length;
  return /\S$/.test(before) && begun > 0 ? begun - 1 : begun;
}
