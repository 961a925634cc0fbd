import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import { useKeys } from "../app/keys";
import { clock as shown } from "../app/times";
import { useSettled } from "../app/useSettled";
import { spanAt, useOnClock } from "../player/hooks";
import type { StudyDoor } from "./door";
import { alsoNear, type Hit, sentencesWith } from "./finding";
import type { Readable } from "./ReadAlong";
import { useOpened } from "./useOpened";

const MOST = 40;
/** So many letters say enough to be looked for by meaning; it is asked once the typing rests. */
const FEWEST_LETTERS = 3;
const REST_MS = 600;

/** What is looked for in what may be read of the recording, by words and by meaning; a press on what was found plays it. */
export function FindWords({ clock, lesson, script, furthestMs, hear, near }: Readable & Pick<StudyDoor, "near">) {
  const { t } = useTranslation();
  const { open, setOpen, field, begin } = useOpened();
  const [query, setQuery] = useState("");
  useKeys([{ keys: "/", label: t("study.find"), run: begin, off: script === "none" }]);
  const last = useOnClock(clock, () =>
    script === "played" ? spanAt(lesson.sentences, furthestMs()) : Number.MAX_VALUE,
  );
  const meant = useNear(query.trim(), near);
  if (script === "none") return null;
  const found = sentencesWith(lesson.sentences, query).filter((s) => s.n <= last);
  const searched = query.trim() !== "";
  const also = alsoNear(lesson.sentences, meant, found, last);
  return (
    <details open={open} onToggle={(e) => setOpen(e.currentTarget.open)} className="mt-4 border-t border-rule pt-2">
      <summary className="cursor-pointer font-semibold">{t("study.find")}</summary>
      <input
        ref={field}
        type="search"
        className="field my-1"
        dir="auto"
        lang={lesson.language}
        maxLength={100}
        aria-label={t("study.find")}
        placeholder={t("study.findWords")}
        value={query}
        onChange={(e) => setQuery(e.target.value)}
      />
      <p role="status" className="text-[13.5px] text-quiet">
        {searched && found.length > 0 && t("study.findCount", { count: found.length })}
        {found.length > MOST && ` · ${t("study.findFirst", { most: MOST })}`}
        {searched &&
          found.length + also.length === 0 &&
          t(script === "played" ? "study.findNoneYet" : "study.findNone")}
        {found.length > 0 && also.length > 0 && ` · ${t("study.findNear", { count: also.length })}`}
        {found.length === 0 && also.length > 0 && t("study.findOnlyNear", { count: also.length })}
      </p>
      <Hits hits={found.slice(0, MOST)} language={lesson.language} hear={hear} />
      {also.length > 0 && (
        <>
          <h3 className="mt-2 text-[13.5px] font-semibold">{t("study.nearTitle")}</h3>
          <Hits hits={also} language={lesson.language} hear={hear} />
        </>
      )}
    </details>
  );
}

/** What is near in meaning to ``words``, once they rest; nothing without a network. */
function useNear(words: string, near: StudyDoor["near"]): number[] {
  const [told, setTold] = useState({ words: "", numbers: [] as number[] });
  const asked = useSettled(words, REST_MS);
  useEffect(() => {
    if (asked.length < FEWEST_LETTERS) return;
    let wanted = true;
    near(asked).then(
      (numbers) => wanted && setTold({ words: asked, numbers }),
      () => undefined,
    );
    return () => {
      wanted = false;
    };
  }, [asked, near]);
  return told.words === words ? told.numbers : [];
}

function Hits({ hits, language, hear }: { hits: Hit[]; language: string; hear: Readable["hear"] }) {
  return (
    <ul lang={language}>
      {hits.map((s) => (
        <li key={s.n} className="flex items-baseline gap-2 py-1">
          <button
            type="button"
            className="min-h-8 shrink-0 text-teal underline disabled:text-quiet disabled:no-underline"
            disabled={!hear}
            onClick={() => hear?.(s.start_ms)}
          >
            {shown(s.start_ms)}
          </button>
          <span dir="auto" className="min-w-0 flex-1 font-script">
            {s.pieces.map((piece, n) =>
              piece.found ? (
                // biome-ignore lint/suspicious/noArrayIndexKey: the pieces of one sentence stay in their order
                <mark key={n} className="bg-here font-semibold text-inherit">
                  {piece.text}
                </mark>
              ) : (
                piece.text
              ),
            )}
          </span>
        </li>
      ))}
    </ul>
  );
}
