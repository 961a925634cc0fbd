import { useEffect, useState } from "react";
import { useTranslation } from "react-i18next";
import type { Clock } from "../player/clock";
import { spanAt, useOnClock } from "../player/hooks";
import { languageName } from "../ui/wordings";
import type { StudyLesson } from "./door";

type Cue = { start_ms: number; end_ms: number; text: string };

/** Captions of another language under the script, where the recording has some. */
export function OtherWords({ clock, lesson }: { clock: Clock; lesson: StudyLesson }) {
  const { t, i18n } = useTranslation();
  const [chosen, choose] = useState(0);
  const cues = useCues(lesson, chosen);
  const now = useOnClock(clock, (c) => spanAt(cues, c.nowMs));
  if (lesson.tracks.length === 0) return null;
  const cue = cues[now];
  return (
    <div className="mt-3 border-t border-rule pt-2">
      <label className="flex items-center gap-2 text-[14px] text-quiet">
        {t("study.alsoIn")}
        <select className="field w-auto py-1" value={chosen} onChange={(e) => choose(Number(e.target.value))}>
          <option value={0}>{t("study.alsoInNone")}</option>
          {lesson.tracks.map((track) => (
            <option key={track.id} value={track.id}>
              {track.label || languageName(track.language, i18n.language)}
            </option>
          ))}
        </select>
      </label>
      <p dir="auto" className="mt-1 min-h-7 font-script text-[17px]">
        {cue?.text}
      </p>
    </div>
  );
}

function useCues(lesson: StudyLesson, track: number): Cue[] {
  const [cues, setCues] = useState<Cue[]>([]);
  useEffect(() => {
    let current = true;
    setCues([]);
    if (track) {
      fetch(`${lesson.media_url}/tracks/${track}.vtt`)
        .then((answer) => answer.text())
        .then((text) => current && setCues(cuesOf(text)))
        .catch(() => undefined);
    }
    return () => {
      current = false;
    };
  }, [lesson.media_url, track]);
  return cues;
}

/** The cues of a WebVTT file that this server wrote. */
export function cuesOf(text: string): Cue[] {
  const read = new DOMParser();
  return text.split("\n\n").flatMap((block) => {
    const match = /(\d+):(\d+):(\d+)\.(\d+) --> (\d+):(\d+):(\d+)\.(\d+)\n([\s\S]+)/.exec(block);
    if (!match) return [];
    const [h1, m1, s1, f1, h2, m2, s2, f2] = match.slice(1, 9).map(Number) as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ];
    const plain = read.parseFromString(match[9] ?? "", "text/html").body.textContent ?? "";
    return [
      { start_ms: ((h1 * 60 + m1) * 60 + s1) * 1000 + f1, end_ms: ((h2 * 60 + m2) * 60 + s2) * 1000 + f2, text: plain },
    ];
  });
}
