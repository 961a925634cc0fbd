import { useEffect, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { clock } from "../app/times";
import { Button } from "../ui/Button";
import { ErrorNotice } from "../ui/Notice";
import { languageIn } from "../ui/wordings";
import { partOf } from "./lines";
import { type Line, useWrite, type WordedItem, type Wording } from "./queries";

type Props = { lesson: string; tag: string; of: Wording; item: WordedItem };

/** One item: each of its texts, and the field for the other words. */
export function WordedItemRows({ lesson, tag, of, item }: Props) {
  const { t } = useTranslation();
  const write = useWrite(lesson, tag, item.id);
  const heading = item.place === "pool" ? t("wording.inPool") : item.pause_ms === null ? "" : clock(item.pause_ms);
  return (
    <li className="mb-4 rounded border border-rule bg-sheet px-4 py-3">
      <h2 className="mb-2 text-[13.5px] text-quiet">
        {t(`kind.${item.kind}`)} · {heading}
      </h2>
      <ErrorNotice error={write.error} />
      {item.lines.map((line) => (
        <Row
          key={line.at}
          line={line}
          language={of.language}
          target={languageIn(tag, of.language)}
          busy={write.isPending}
          keep={(text) => write.mutateAsync({ at: line.at, text })}
        />
      ))}
    </li>
  );
}

const WAIT_MS = 900;

type RowProps = {
  line: Line;
  language: string;
  target: string;
  /** Whether something of this item is being kept. */
  busy: boolean;
  keep: (text: string) => Promise<unknown>;
};

function Row({ line, language, target, busy, keep }: RowProps) {
  const { t } = useTranslation();
  const [text, setText] = useState(line.text);
  const kept = useRef(line.text);
  const seen = useRef(line.text);
  const latest = useRef(text);
  latest.current = text;
  // Changed elsewhere, or taken away: shown as it is now, but for what is typed here and on its way.
  if (line.text !== seen.current) {
    seen.current = line.text;
    if (!busy && text.trim() === kept.current.trim() && text.trim() !== line.text) {
      kept.current = line.text;
      setText(line.text);
    }
  }
  const save = () => {
    if (latest.current.trim() === kept.current.trim()) return;
    kept.current = latest.current;
    keep(latest.current).catch(() => {
      // It stays in the field, and is sent again with the next touch.
      kept.current = seen.current;
    });
  };
  // It is kept while one types, and whatever happens to the page.
  // biome-ignore lint/correctness/useExhaustiveDependencies: each letter begins the wait again
  useEffect(() => {
    const waits = setTimeout(save, WAIT_MS);
    return () => clearTimeout(waits);
  }, [text]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when it goes
  useEffect(() => save, []);
  const part = t(`wording.part.${partOf(line.at)}`);
  const stale = line.doubts.some((d) => d.code === "stale");
  return (
    <div className="grid gap-x-4 gap-y-1 border-t border-rule py-2 first-of-type:border-t-0 md:grid-cols-2">
      <p>
        <span className="block text-[13px] text-quiet">{part}</span>
        <span lang={language} dir="auto" className="whitespace-pre-wrap">
          {line.original}
        </span>
      </p>
      <div>
        <textarea
          lang={target}
          dir="auto"
          rows={Math.max(1, Math.ceil(Math.max(text.length, line.original.length) / 60))}
          className="field w-full"
          aria-label={t("wording.field", { part, original: line.original })}
          value={text}
          maxLength={4000}
          onChange={(e) => setText(e.target.value)}
          onBlur={save}
        />
        {line.doubts.map((d) => (
          <p key={d.code} className="border-l-4 border-amber pl-2 text-[13.5px]">
            {t(`wording.doubt.${d.code}`, { words: d.words })}
          </p>
        ))}
        {stale && (
          <Button small className="mt-1" onClick={() => keep(text).catch(() => undefined)}>
            {t("wording.stillRight")}
          </Button>
        )}
      </div>
    </div>
  );
}
