import { useState } from "react";
import { useTranslation } from "react-i18next";
import { clock as shown } from "../app/times";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { acts } from "./queries";
import type { DeskState } from "./useDeskState";

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
      <section className="mt-4 border-t border-rule pt-3">
        <h2 className="mb-1 font-semibold">{t("recording.repairs")}</h2>
        {desk.recording.warnings.length === 0 && <p className="text-quiet">{t("recording.noRepairs")}</p>}
        <ul className="max-h-48 space-y-1 overflow-y-auto text-[13.5px]">
          {desk.recording.warnings.map((w) => (
            <li key={`${w.line}${w.message}`}>
              {t("recording.line", { line: w.line })} {w.message}
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}

function Extract({ state }: { state: DeskState }) {
  const { t } = useTranslation();
  const { desk, clock } = state;
  const from = desk.extract_start_ms ?? 0;
  const to = desk.extract_end_ms ?? desk.recording.duration_ms;
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <h2 className="mb-1 font-semibold">{t("recording.extract")}</h2>
      <p className="mb-2">{t("recording.extractSpan", { from: shown(from), to: shown(to) })}</p>
      <div className="flex flex-wrap gap-1.5">
        <Button small onClick={() => state.run(() => acts.extract(desk.id, clock.nowMs || null, desk.extract_end_ms))}>
          {t("recording.beginHere")}
        </Button>
        <Button small onClick={() => state.run(() => acts.extract(desk.id, desk.extract_start_ms, clock.nowMs))}>
          {t("recording.endHere")}
        </Button>
        <Button
          small
          disabled={desk.extract_start_ms === null && desk.extract_end_ms === null}
          onClick={() => state.run(() => acts.extract(desk.id, null, null))}
        >
          {t("recording.useAll")}
        </Button>
      </div>
    </section>
  );
}
