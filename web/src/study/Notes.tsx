import { type FormEvent, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../api/client";
import { newId } from "../app/ids";
import { useKeys } from "../app/keys";
import { inTab } from "../app/storage";
import { clock as shown } from "../app/times";
import type { Clock } from "../player/clock";
import { useOnClock } from "../player/hooks";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { useOpened } from "./useOpened";

type Note = Schemas["NoteOut"];
type Props = { code: string; first: Note[]; clock: Clock; hear: (ms: number) => void };

/** The student's own notes, each at its moment of the recording; nobody else reads them. */
export function Notes({ code, first, clock, hear }: Props) {
  const { t } = useTranslation();
  const draftKey = `escuela.note.${code}`;
  const [notes, setNotes] = useState(first);
  const [text, setText] = useState(() => inTab.get(draftKey) ?? "");
  const { open, setOpen, field, begin } = useOpened(first.length > 0 || text !== "");
  const [changing, change] = useState<Note | null>(null);
  const [error, setError] = useState<unknown>(null);
  const now = useOnClock(clock, (c) => Math.floor(c.nowMs / 1000) * 1000);
  const put = (words: string) => {
    setText(words);
    inTab.set(draftKey, words);
  };
  const send = async (id: string, at_ms: number, words: string) => {
    setError(null);
    try {
      const path = { code, note_id: id };
      const kept = await api.PUT("/api/study/{code}/notes/{note_id}/", {
        params: { path },
        body: { at_ms, text: words },
      });
      setNotes(body(kept));
      put("");
      change(null);
    } catch (why) {
      setError(why);
    }
  };
  const save = (e: FormEvent) => {
    e.preventDefault();
    if (text.trim()) send(changing?.id ?? newId(), changing?.at_ms ?? Math.round(clock.nowMs), text);
  };
  useKeys([{ keys: "M", label: t("notes.write"), run: begin }]);
  return (
    <details open={open} onToggle={(e) => setOpen(e.currentTarget.open)} className="mt-4 border-t border-rule pt-2">
      <summary className="cursor-pointer font-semibold">{t("notes.title", { count: notes.length })}</summary>
      <ul className="my-1">
        {notes.map((n) => (
          <li key={n.id} className="flex items-baseline gap-2 py-1">
            <button type="button" className="shrink-0 text-teal underline" onClick={() => hear(n.at_ms)}>
              {shown(n.at_ms)}
            </button>
            <span dir="auto" className="min-w-0 flex-1 whitespace-pre-wrap">
              {n.text}
            </span>
            <Button
              small
              look="quiet"
              onClick={() => {
                change(n);
                put(n.text);
              }}
            >
              {t("notes.change")}
            </Button>
            <Button small look="quiet" onClick={() => send(n.id, n.at_ms, "")}>
              {t("notes.remove")}
            </Button>
          </li>
        ))}
      </ul>
      <form onSubmit={save} className="flex flex-wrap gap-2">
        <input
          ref={field}
          className="field !w-auto min-w-0 flex-1"
          dir="auto"
          maxLength={2000}
          aria-label={t("notes.write")}
          placeholder={t("notes.here", { time: shown(changing?.at_ms ?? now) })}
          value={text}
          onChange={(e) => put(e.target.value)}
        />
        <Button type="submit" disabled={!text.trim()}>
          {t("notes.save")}
        </Button>
      </form>
      <ErrorNotice error={error} />
      <p className="mt-1 text-[13px] text-quiet">{t("notes.yours")}</p>
    </details>
  );
}
