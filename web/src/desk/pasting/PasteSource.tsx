import { useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body, type Schemas } from "../../api/client";
import { base64 } from "../../api/uploads";
import { useLessons } from "../../lessons/queries";
import { Field } from "../../ui/Field";
import { FileField } from "../../ui/FileField";
import { ErrorNotice } from "../../ui/Notice";
import type { Content } from "../queries";

/** Where the text comes from: typed or pasted, a file, another lesson. */
export function PasteSource({ text, put, lesson }: { text: string; put: (text: string) => void; lesson: string }) {
  const { t, i18n } = useTranslation();
  const [error, setError] = useState<unknown>(null);
  const [left, setLeft] = useState<Schemas["SpreadsheetOut"]["left"]>([]);
  const take = async (file: File) => {
    setError(null);
    setLeft([]);
    try {
      const told = await read(file);
      put(told.text);
      setLeft(told.left);
    } catch (refused) {
      setError(refused);
    }
  };
  return (
    <>
      <Field label={t("paste.source")}>
        <textarea
          // biome-ignore lint/a11y/noAutofocus: the window was opened to paste here
          autoFocus
          dir="auto"
          rows={14}
          className="field font-mono text-[13px]"
          value={text}
          onChange={(e) => put(e.target.value)}
        />
      </Field>
      <FileField
        label={t("paste.file")}
        accept=".txt,.csv,.tsv,.md,.json,.xlsx,.zip,.xml,.imscc,text/*"
        take={([file]) => file && take(file)}
      />
      <Left items={left} />
      <OtherLesson lesson={lesson} put={put} failed={setError} />
      <p className="mb-3 text-[13.5px]">
        <a className="text-teal underline" href={`/api/sheets/template/${i18n.language.slice(0, 2)}/`} download>
          {t("paste.template")}
        </a>
      </p>
      <ErrorNotice error={error} />
    </>
  );
}

/** What of a package could not be taken over, and why. */
function Left({ items }: { items: Schemas["SpreadsheetOut"]["left"] }) {
  const { t } = useTranslation();
  if (items.length === 0) return null;
  return (
    <div role="status" className="mb-3 border-l-4 border-amber bg-paper px-3 py-2 text-[14px]">
      <p>{t("paste.left", { count: items.length })}</p>
      <ul className="max-h-40 list-disc overflow-y-auto pl-5">
        {items.map((item, n) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two may have the same title
          <li key={n} dir="auto">
            {item.title || "–"} · {t(`paste.left.${item.why}`)}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The items of another lesson of one's own, as text to look through like any other. */
function OtherLesson(props: { lesson: string; put: (text: string) => void; failed: (error: unknown) => void }) {
  const { t } = useTranslation();
  const lessons = useLessons("", undefined);
  const others = (lessons.data ?? []).filter((l) => l.id !== props.lesson && l.item_count > 0);
  if (others.length === 0) return null;
  const take = async (id: string) => {
    try {
      const desk = body(await api.GET("/api/lessons/{lesson_id}/", { params: { path: { lesson_id: id } } }));
      const items = desk.items.filter((i) => i.place === "lesson").map((i) => bare(i.content));
      props.put(JSON.stringify({ items }, null, 1));
    } catch (refused) {
      props.failed(refused);
    }
  };
  return (
    <Field label={t("paste.lesson")}>
      <select className="field" value="" onChange={(e) => e.target.value && take(e.target.value)}>
        <option value="">…</option>
        {others.map((l) => (
          <option key={l.id} value={l.id}>
            {l.title} ({l.item_count})
          </option>
        ))}
      </select>
    </Field>
  );
}

/** An item without what ties it to its own recording. */
function bare({ id: _id, evidence: _evidence, pause_ms: _pause, ...content }: Content) {
  return content;
}

/** A file's text; a spreadsheet is read by the server. */
/** What comes as bytes is read by the server: spreadsheets, and packages of other systems. */
const READ_THERE = /\.(xlsx|zip|xml|imscc)$/i;

async function read(file: File): Promise<Schemas["SpreadsheetOut"]> {
  if (!READ_THERE.test(file.name)) return { text: await file.text(), left: [] };
  return body(await api.POST("/api/sheets/", { body: { content: await base64(file) } }));
}
