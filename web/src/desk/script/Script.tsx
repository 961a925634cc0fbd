import { useQuery } from "@tanstack/react-query";
import { memo, type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useTranslation } from "react-i18next";
import { api, body } from "../../api/client";
import { useKeys } from "../../app/keys";
import { clock as shown } from "../../app/times";
import { spanAt, useOnClock } from "../../player/hooks";
import { Button } from "../../ui/Button";
import { Clashing } from "../../ui/Clashing";
import { around } from "../../ui/clashing";
import { clashOf, shownVerdict } from "../checking/verdict";
import type { Item, Segment, Sentence, Verdict } from "../queries";
import type { Step } from "../Steps";
import type { DeskState } from "../useDeskState";

/** ``said``: the words in it that clash with the item. */
type Marked = { verdict: Verdict; selected: boolean; said: string | undefined };

/** The spoken words as a page, with the pauses between them and the margin beside. */
export function Script({ state, step, margin }: { state: DeskState; step: Step; margin: ReactNode }) {
  const { desk, sentences, clock } = state;
  const { t } = useTranslation();
  const page = useRef<HTMLDivElement>(null);
  const current = useOnClock(clock, (c) => spanAt(sentences, c.nowMs));
  const [following, setFollowing] = useFollowing(page, current, state);
  useKeys([{ keys: "F", label: t("desk.follow"), run: () => setFollowing(true) }]);
  const marks = useMemo(
    () => marksOf(desk.items, step, state.selected, sentences),
    [desk.items, step, state.selected, sentences],
  );
  const beside = useBeside(state);
  const about = useMemo(() => new Set(step === "items" ? state.about : []), [step, state.about]);
  const seek = useCallback((ms: number) => clock.seek(ms), [clock]);
  const extract = useMemo(
    (): [number, number] => [desk.extract_start_ms ?? 0, desk.extract_end_ms ?? desk.recording.duration_ms],
    [desk.extract_start_ms, desk.extract_end_ms, desk.recording.duration_ms],
  );
  const firsts = useMemo(
    () => desk.segments.map((s) => sentences.findIndex((x) => x.start_ms >= s.start_ms)),
    [desk.segments, sentences],
  );
  const shownItems = useMemo(
    () => desk.items.filter((i) => i.place === "lesson" || step === "items"),
    [desk.items, step],
  );
  return (
    <div ref={page} data-scroller className="relative overflow-y-auto bg-sheet">
      <div className="grid grid-cols-[minmax(280px,1fr)_minmax(280px,372px)] gap-x-3 pl-7 pr-4">
        <main className="max-w-[640px] py-3.5" lang={desk.recording.language}>
          {desk.segments.map((s, n) => (
            <SegmentText
              key={s.id}
              number={n + 1}
              segment={s}
              sentences={sentences}
              items={shownItems}
              current={current >= (firsts[n] ?? 0) && current < (firsts[n + 1] ?? sentences.length) ? current : -1}
              first={firsts[n] ?? 0}
              marks={marks}
              about={about}
              extract={extract}
              beside={beside}
              seek={seek}
              pick={state.select}
            />
          ))}
        </main>
        {margin}
      </div>
      {!following && (
        <div className="sticky bottom-3 flex justify-center">
          <Button hint="F" onClick={() => setFollowing(true)}>
            {t("desk.follow")}
          </Button>
        </div>
      )}
    </div>
  );
}

/** Keeps the sentence being spoken in sight until the teacher scrolls away. */
function useFollowing(page: React.RefObject<HTMLDivElement | null>, current: number, state: DeskState) {
  const [following, setFollowing] = useState(true);
  const playing = useOnClock(state.clock, (c) => c.playing);
  useEffect(() => {
    const scroller = page.current;
    const away = () => {
      if (state.clock.playing) setFollowing(false);
    };
    scroller?.addEventListener("wheel", away, { passive: true });
    scroller?.addEventListener("touchmove", away, { passive: true });
    return () => {
      scroller?.removeEventListener("wheel", away);
      scroller?.removeEventListener("touchmove", away);
    };
  }, [page, state.clock]);
  useEffect(() => {
    if (!playing) setFollowing(true);
  }, [playing]);
  useEffect(() => {
    if (following) page.current?.querySelector(`[data-sentence="${current}"]`)?.scrollIntoView({ block: "nearest" });
  }, [following, current, page]);
  return [following, setFollowing] as const;
}

function marksOf(items: Item[], step: Step, selected: string | null, sentences: Sentence[]): Map<number, Marked> {
  const marks = new Map<number, Marked>();
  if (step === "script" || step === "recording") return marks;
  for (const item of items) {
    const mine = item.id === selected;
    if (!item.report || (item.place === "pool" && !mine) || (item.report.verdict === "not_heard" && !mine)) continue;
    for (const e of item.report.evidence.slice(0, 1)) {
      const at = spanAt(sentences, e.start_ms);
      if (mine || !marks.get(at)?.selected)
        marks.set(at, { verdict: shownVerdict(item.report), selected: mine, said: clashOf(item)?.said });
    }
  }
  return marks;
}

/** The other language's words for each sentence, by the sentence's place. */
function useBeside({ desk, sentences, beside }: DeskState): Map<number, string> {
  const track = useQuery({
    queryKey: ["track", desk.id, beside],
    enabled: beside !== null,
    queryFn: async () => {
      const path = { lesson_id: desk.id, track_id: beside ?? 0 };
      return body(await api.GET("/api/lessons/{lesson_id}/script/tracks/{track_id}/", { params: { path } }));
    },
  });
  return useMemo(() => {
    const words = new Map<number, string>();
    if (beside === null) return words;
    for (const [start, end, text] of (track.data?.cues ?? []) as [number, number, string][]) {
      const at = Math.max(0, spanAt(sentences, (start + end) / 2));
      words.set(at, `${words.get(at) ?? ""} ${text}`.trim());
    }
    return words;
  }, [track.data, sentences, beside]);
}

type TextProps = {
  number: number;
  first: number;
  beside: Map<number, string>;
  segment: Segment;
  sentences: Sentence[];
  items: Item[];
  current: number;
  marks: Map<number, Marked>;
  about: Set<number>;
  extract: readonly [number, number];
  seek: (ms: number) => void;
  pick: (item: string) => void;
};

const SegmentText = memo(function SegmentText(props: TextProps) {
  const { segment, items } = props;
  const { t } = useTranslation();
  const mine = useMemo(() => {
    const from = props.sentences.slice(Math.max(0, props.first));
    const end = from.findIndex((s) => s.start_ms >= segment.end_ms);
    return props.first < 0 ? [] : from.slice(0, end < 0 ? undefined : end);
  }, [props.sentences, props.first, segment.end_ms]);
  const pausesIn = items.filter((i) => typeof i.content.pause_ms === "number");
  const last = mine.at(-1);
  const next = last ? props.sentences[last.position + 1] : undefined;
  return (
    <section aria-label={segment.title} className="mb-3 [contain-intrinsic-size:auto_600px] [content-visibility:auto]">
      <h2 className="mb-1 mt-1.5 flex flex-wrap items-baseline gap-x-2.5 font-semibold">
        <span dir="auto">
          {props.number} · {segment.title}
        </span>
        <span className="text-[13.5px] font-normal text-quiet">
          {t("desk.segmentSpan", {
            from: shown(segment.start_ms),
            to: shown(segment.end_ms),
            seconds: Math.round((segment.end_ms - segment.start_ms) / 1000),
          })}
          {!segment.takes_part && ` · ${t("script.leftOut")}`}
        </span>
      </h2>
      {mine.map((s) => {
        const following = s === last ? next : props.sentences[s.position + 1];
        const here = pausesIn.filter((i) => {
          const at = i.content.pause_ms ?? 0;
          return at >= (s.position === 0 ? 0 : s.start_ms) && at < (following?.start_ms ?? Number.POSITIVE_INFINITY);
        });
        return (
          <SentenceText
            key={s.position}
            sentence={s}
            current={s.position === props.current}
            mark={props.marks.get(s.position)}
            askedAbout={props.about.has(s.id)}
            outside={!segment.takes_part || s.end_ms <= props.extract[0] || s.start_ms >= props.extract[1]}
            beside={props.beside.get(s.position)}
            seek={props.seek}
            pauses={here.length ? <PauseLines items={here} pick={props.pick} /> : null}
          />
        );
      })}
    </section>
  );
});

type SentenceProps = {
  sentence: Sentence;
  current: boolean;
  mark: Marked | undefined;
  askedAbout: boolean;
  outside: boolean;
  beside: string | undefined;
  seek: (ms: number) => void;
  pauses: ReactNode;
};

const SentenceText = memo(function SentenceText(props: SentenceProps) {
  const { sentence, current, mark, outside, seek, pauses, beside } = props;
  const { t } = useTranslation();
  // Where the clashing words are known the double line is theirs alone.
  const named = around(sentence.text, mark?.said).length > 1;
  const line = mark && mark.verdict !== "not_heard" && !named ? `u-${mark.verdict}` : "";
  const bracket = mark?.verdict === "not_heard" ? ["[ ", " ]"] : ["", ""];
  return (
    <>
      <span dir="auto" className={`font-script text-[17px] leading-[1.62] ${outside ? "text-quiet" : ""}`}>
        {sentence.speaker && (
          <span className="mr-1 font-sans text-[13.5px] font-semibold text-quiet">{sentence.speaker}:</span>
        )}
        {props.askedAbout && (
          <b className="mr-1 font-sans text-[13px] text-teal">
            <span aria-hidden="true">?</span>
            <span className="sr-only">{t("items.askedAbout")}</span>
          </b>
        )}
        {!sentence.is_sure && (
          <span className="mr-1 font-sans text-[13px] text-amberink" title={t("script.unsure")}>
            <span aria-hidden="true">≈</span>
            <span className="sr-only">{t("script.unsure")}</span>
          </span>
        )}
        {bracket[0]}
        {/* biome-ignore lint/a11y/useSemanticElements: a sentence must break over lines, a button cannot */}
        <span
          role="button"
          tabIndex={-1}
          data-sentence={sentence.position}
          aria-current={current ? "true" : undefined}
          onClick={() => seek(sentence.start_ms)}
          onKeyDown={(e) => e.key === "Enter" && seek(sentence.start_ms)}
          className={`cursor-pointer hover:bg-sand ${current ? "bg-here" : props.askedAbout ? "bg-sand" : ""} ${line} ${sentence.is_spoken ? "" : "italic text-quiet"} ${mark?.selected ? "outline-1 outline-offset-2 outline-line" : ""}`}
        >
          <Clashing text={sentence.text} words={mark?.said} />
        </span>
        {bracket[1]}
        {!/[.?!…。？！؟]["'”’»)\]]*$/.test(sentence.text) && (
          <span aria-hidden="true" className="text-quiet">
            {" "}
            ·
          </span>
        )}{" "}
        {!sentence.is_spoken && <span className="font-sans text-[13px] text-quiet">({t("script.isNotSpoken")}) </span>}
      </span>
      {beside && (
        <span dir="auto" className="mb-1.5 block text-[14px] text-quiet">
          {beside}
        </span>
      )}
      {pauses}
    </>
  );
});

function PauseLines({ items, pick }: { items: Item[]; pick: (item: string) => void }) {
  const { t } = useTranslation();
  const byTime = new Map<number, Item[]>();
  for (const i of items) byTime.set(i.content.pause_ms ?? 0, [...(byTime.get(i.content.pause_ms ?? 0) ?? []), i]);
  return [...byTime]
    .sort(([a], [b]) => a - b)
    .map(([at, here]) => {
      const proposed = here.every((i) => i.place === "pool");
      return (
        <button
          key={at}
          type="button"
          data-pause={at}
          onClick={() => pick(here[0]?.id ?? "")}
          className={`my-1.5 flex w-full items-center gap-2 text-left text-[13.5px] text-amberink ${proposed ? "" : "font-semibold"}`}
        >
          <span aria-hidden="true" className="h-4 w-2.5 border-x-4 border-amber" />
          {t(proposed ? "desk.pauseProposed" : "desk.pauseAt", { at: shown(at, true), count: here.length })}
          <span aria-hidden="true" className={`flex-1 border-t-2 border-amber ${proposed ? "border-dashed" : ""}`} />
        </button>
      );
    });
}
