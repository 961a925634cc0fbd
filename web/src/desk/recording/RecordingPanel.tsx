import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { fromClock, clock as shown } from "../../app/times";
import { Button } from "../../ui/Button";
import { Field, OneOf } from "../../ui/Field";
import { acts } from "../queries";
import { Repairs } from "../script/Repairs";
import { TakeAway } from "../script/TakeAway";
import { useChooseSegment } from "../segments/LeaveOut";
import type { DeskState } from "../useDeskState";

/** What the recording is called, where it is kept, which part is used, and what reading it needed. */
export function RecordingPanel({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const { desk } = state;
  const [title, setTitle] = useState(desk.title);
  const [folder, setFolder] = useState(desk.folder);
  const changed = title.trim() !== desk.title || folder.trim() !== desk.folder;
  return (
    <>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          state.run(() => acts.describe(desk.id, { title, folder }));
        }}
      >
        <Field label={t("recording.title")}>
          <input
            className="field"
            dir="auto"
            required
            value={title}
            onChange={(e) => setTitle(e.target.value)}
            maxLength={300}
          />
        </Field>
        <Field label={t("recording.folder")}>
          <input className="field" value={folder} onChange={(e) => setFolder(e.target.value)} maxLength={120} />
        </Field>
        <Button small type="submit" disabled={!changed || !title.trim()}>
          {t("recording.save")}
        </Button>
      </form>
      <Extract state={state} />
      <Covered state={state} />
      <Tracks state={state} />
      <Repairs desk={desk} />
      <TakeAway desk={desk} />
    </>
  );
}

/** From where to where the lesson goes: set where the clock stands, or typed. */
function Extract({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const { desk, clock } = state;
  const set = (from: number | null, to: number | null) => state.run(() => acts.extract(desk.id, from, to));
  const from = desk.extract_start_ms;
  const to = desk.extract_end_ms;
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <h2 className="mb-1 font-semibold">{t("recording.extract")}</h2>
      <div className="grid grid-cols-2 gap-x-3">
        <TimeField label={t("recording.from")} value={from ?? 0} change={(ms) => set(ms || null, to)} />
        <TimeField label={t("recording.to")} value={to ?? desk.recording.duration_ms} change={(ms) => set(from, ms)} />
      </div>
      <div className="flex flex-wrap gap-1.5">
        <Button small hint="Shift+B" onClick={() => set(clock.nowMs || null, to)}>
          {t("recording.beginHere")}
        </Button>
        <Button small hint="Shift+E" onClick={() => set(from, state.endOfSentence(clock.nowMs))}>
          {t("recording.endHere")}
        </Button>
        <Button small disabled={from === null && to === null} onClick={() => set(null, null)}>
          {t("recording.useAll")}
        </Button>
      </div>
    </section>
  );
}

/** Which segments the lesson covers, and what the whole says in short. */
function Covered({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const choose = useChooseSegment();
  const { desk } = state;
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <fieldset>
        <legend className="mb-1 font-semibold">{t("recording.covered")}</legend>
        {desk.segments.map((s, n) => (
          <label key={s.id} className="flex items-baseline gap-2 py-0.5">
            <input type="checkbox" checked={s.takes_part} onChange={() => choose(s)} />
            <span dir="auto" className="min-w-0 flex-1">
              {n + 1} · {s.title}
            </span>
            <span className="text-[13.5px] tabular-nums text-quiet">{shown(s.end_ms - s.start_ms)}</span>
          </label>
        ))}
      </fieldset>
      {desk.summary.length > 0 && (
        <>
          <h2 className="mb-1 mt-3 font-semibold">{t("recording.summary")}</h2>
          <ul className="space-y-1" lang={desk.recording.language}>
            {desk.summary.map((quote) => (
              <li key={quote} dir="auto" className="font-script text-[14.5px]">
                “{quote}”
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function TimeField(props: { label: string; value: number; change: (ms: number) => void }) {
  const [text, setText] = useState(shown(props.value));
  const read = fromClock(text);
  useEffect(() => setText(shown(props.value)), [props.value]);
  return (
    <Field label={props.label}>
      <input
        className="field tabular-nums"
        value={text}
        aria-invalid={read === null}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => (read !== null && shown(read) !== shown(props.value) ? props.change(read) : undefined)}
        onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
      />
    </Field>
  );
}

/** Captions in other languages, one of which can stand beside the script. */
function Tracks({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const { tracks } = state.desk.recording;
  if (tracks.length === 0) return null;
  const options = tracks.map((track) => ({ value: String(track.id), label: track.label || track.language }));
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <OneOf
        label={t("recording.beside")}
        value={state.beside === null ? "" : String(state.beside)}
        options={[{ value: "", label: t("recording.besideNone") }, ...options]}
        change={(v) => state.setBeside(v ? Number(v) : null)}
      />
      <p className="text-[13.5px] text-quiet">{t("recording.forStudents")}</p>
    </section>
  );
}
