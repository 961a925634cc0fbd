import { useState } from "react";
import { useTranslation } from "react-i18next";
import { Button } from "../ui/Button";
import { Field, OneOf } from "../ui/Field";
import { ErrorNotice } from "../ui/Notice";
import { Toggle } from "../ui/Toggle";
import { GapWords } from "./GapWords";
import { OPTIONS, type Option, type Part, type PartKind, WRITTEN } from "./parts";
import { useMaking } from "./queries";

/** What has to be said of a kind of part. */
const HELPED: Partial<Record<PartKind, string>> = {
  goals: "handout.goalsHelp",
  reading_text: "handout.readingHelp",
  answers: "handout.answersHelp",
};

const SHARES = ["1", "0.5", "0.25"] as const;
type Share = (typeof SHARES)[number];

type Props = { lesson: string; part: Part; isEmpty: boolean; link: string; change: (change: Partial<Part>) => void };

/** How the chosen part is set. */
export function PartOptions({ lesson, part, isEmpty, link, change }: Props) {
  const { t } = useTranslation();
  const has = (option: Option) => OPTIONS[part.kind].includes(option);
  return (
    <section aria-label={t("handout.how", { part: t(`handout.part.${part.kind}`) })}>
      <h2 className="mt-4 mb-1.5 font-semibold">{t(`handout.part.${part.kind}`)}</h2>
      {HELPED[part.kind] && <p className="mb-2 text-[13.5px] text-quiet">{t(HELPED[part.kind] ?? "")}</p>}
      {(isEmpty || part.kind === "reading_text") && <Making lesson={lesson} kind={part.kind} isEmpty={isEmpty} />}
      <Field label={t("handout.partTitle")}>
        <Typed value={part.title ?? ""} longest={120} keep={(title) => change({ title })} />
      </Field>
      {has("lines") && (
        <Field label={t("handout.lines")}>
          <Count value={part.lines ?? 3} most={30} keep={(lines) => change({ lines })} />
        </Field>
      )}
      {has("gaps") && <Gaps lesson={lesson} part={part} change={change} />}
      {has("columns") && (
        <OneOf
          label={t("handout.columns")}
          value={String(part.columns ?? 1)}
          options={[
            { value: "1", label: t("handout.one") },
            { value: "2", label: t("handout.two") },
          ]}
          change={(columns) => change({ columns: Number(columns) })}
        />
      )}
      {has("shuffled") && (
        <Toggle label={t("handout.shuffled")} on={part.shuffled ?? true} change={(shuffled) => change({ shuffled })} />
      )}
      {has("times") && (
        <Toggle label={t("handout.times")} on={part.times ?? false} change={(times) => change({ times })} />
      )}
      {has("codes") && (
        <>
          <Toggle label={t("handout.codes")} on={part.codes ?? false} change={(codes) => change({ codes })} />
          {part.codes && !link && <p className="text-[13.5px] text-amberink">{t("handout.noLink")}</p>}
        </>
      )}
      {has("explained") && (
        <Toggle
          label={t("handout.explained")}
          on={part.explained ?? true}
          change={(explained) => change({ explained })}
        />
      )}
    </section>
  );
}

/** A part that the lesson has nothing for, or a text that can be had shorter: written by one press. */
function Making({ lesson, kind, isEmpty }: { lesson: string; kind: PartKind; isEmpty: boolean }) {
  const { t } = useTranslation();
  const { make, busy, error } = useMaking(lesson);
  const [share, setShare] = useState<Share>("1");
  const written = WRITTEN[kind];
  return (
    <>
      {isEmpty && <p className="mb-2 text-[13.5px] text-amberink">{t("handout.nothingHelp")}</p>}
      {kind === "reading_text" && (
        <OneOf
          label={t("handout.share")}
          value={share}
          options={SHARES.map((value) => ({ value, label: t(`handout.share.${value}`) }))}
          change={setShare}
        />
      )}
      {written && (
        <p className="mb-3">
          <Button disabled={busy} onClick={() => make({ kind: written, share: Number(share) })}>
            {t(busy ? "items.writing" : isEmpty ? "handout.make" : "handout.again")}
          </Button>
        </p>
      )}
      <ErrorNotice error={error} />
    </>
  );
}

/** What is taken out of what was said. */
function Gaps({ lesson, part, change }: Pick<Props, "lesson" | "part" | "change">) {
  const { t } = useTranslation();
  const [choosing, setChoosing] = useState(false);
  return (
    <>
      <Field label={t("handout.every")} help={t("handout.everyHelp")}>
        <Count value={part.every ?? 0} least={3} most={30} keep={(every) => change({ every })} />
      </Field>
      <p className="mb-3">
        <Button onClick={() => setChoosing(true)}>{t("handout.chooseWords")}</Button>{" "}
        <span className="text-quiet">{t("handout.chosen", { count: part.chosen?.length ?? 0 })}</span>
      </p>
      <OneOf
        label={t("handout.help")}
        value={part.help ?? "words"}
        options={(["words", "letters", "none"] as const).map((value) => ({ value, label: t(`handout.help.${value}`) }))}
        change={(help) => change({ help })}
      />
      <Toggle label={t("handout.even")} on={part.even ?? true} change={(even) => change({ even })} />
      {choosing && (
        <GapWords
          lesson={lesson}
          chosen={part.chosen ?? []}
          keep={(chosen) => change({ chosen, every: chosen.length ? 0 : (part.every ?? 0) })}
          close={() => setChoosing(false)}
        />
      )}
    </>
  );
}

/** A text that is kept when the field is left, or a moment after the last letter. */
export function Typed(props: { value: string; longest: number; label?: string; keep: (text: string) => void }) {
  const [text, setText] = useState(props.value);
  const [before, setBefore] = useState(props.value);
  if (before !== props.value) {
    setBefore(props.value);
    setText(props.value);
  }
  const keep = () => text !== props.value && props.keep(text);
  return (
    <input
      dir="auto"
      className="field"
      aria-label={props.label}
      value={text}
      maxLength={props.longest}
      onChange={(e) => setText(e.target.value)}
      onBlur={keep}
      onKeyDown={(e) => e.key === "Enter" && keep()}
    />
  );
}

/** A whole number; 0, or from the least to the most. */
function Count(props: { value: number; least?: number; most: number; keep: (count: number) => void }) {
  const fits = (count: number) => count === 0 || (count >= (props.least ?? 0) && count <= props.most);
  return (
    <input
      type="number"
      min={0}
      max={props.most}
      className="field !w-24"
      key={props.value}
      defaultValue={props.value}
      onBlur={(e) => {
        const count = e.target.valueAsNumber;
        if (Number.isInteger(count) && fits(count) && count !== props.value) props.keep(count);
        else e.target.value = String(props.value);
      }}
      onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
    />
  );
}
