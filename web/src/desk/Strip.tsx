import { type KeyboardEvent, type MouseEvent, memo, useMemo, useRef } from "react";
import { useTranslation } from "react-i18next";
import { clock as shown } from "../app/times";
import { spanAt, useOnClock } from "../player/hooks";
import { shownVerdict } from "./checking/verdict";
import type { Desk, Item } from "./queries";
import { BoundaryHandles, ExtractHandles } from "./StripHandles";
import type { DeskState } from "./useDeskState";

const HEIGHT = 52;

/** The time strip: segments, loudness with its silences, evidence, pauses, and where the clock stands. */
export function Strip({ state }: { state: DeskState }) {
  const { desk, clock } = state;
  const { t } = useTranslation();
  const box = useRef<HTMLDivElement>(null);
  const length = desk.recording.duration_ms;
  const seekTo = (e: MouseEvent) => {
    const area = box.current?.getBoundingClientRect();
    if (area) clock.seek(((e.clientX - area.left) / area.width) * length);
  };
  const byKey = (e: KeyboardEvent) => {
    const step = { ArrowRight: 1000, ArrowLeft: -1000 }[e.key];
    if (!step) return;
    e.preventDefault();
    e.stopPropagation();
    clock.seek(clock.nowMs + step);
  };
  const second = useOnClock(clock, (c) => Math.floor(c.nowMs / 1000));
  return (
    <section aria-label={t("strip.label")} className="border-b border-rule bg-sheet px-5 pb-1 pt-1.5">
      <div className="relative">
        <Segments desk={desk} state={state} />
        <BoundaryHandles state={state} box={box} />
      </div>
      <div className="relative" style={{ height: HEIGHT }}>
        <div
          ref={box}
          role="slider"
          tabIndex={0}
          aria-label={t("strip.position")}
          aria-valuemin={0}
          aria-valuemax={Math.floor(length / 1000)}
          aria-valuenow={second}
          aria-valuetext={shown(second * 1000)}
          onClick={seekTo}
          onKeyDown={byKey}
          className="absolute inset-0 cursor-pointer"
        >
          <Loudness desk={desk} />
          <Needle state={state} />
        </div>
        {desk.items.map((i) => (
          <Marks
            key={i.id}
            item={i}
            unsure={isUnsure(i, state)}
            length={length}
            selected={i.id === state.selected}
            pick={() => state.select(i.id)}
          />
        ))}
        <ExtractHandles state={state} box={box} />
      </div>
      <Ticks length={length} />
      {desk.recording.peaks.length === 0 && <p className="text-[13px] text-quiet">{t("strip.noSound")}</p>}
    </section>
  );
}

const MOST_NAMED = 24;

function Segments({ desk, state }: { desk: Desk; state: DeskState }) {
  const current = useOnClock(state.clock, (c) => spanAt(desk.segments, c.nowMs));
  // Where there are many, names have no room: they stand in the tip and in the script.
  const many = desk.segments.length > MOST_NAMED;
  return (
    <div className={`flex ${many ? "h-6 gap-px" : "gap-[2px]"}`}>
      {desk.segments.map((s, n) => (
        <button
          key={s.id}
          type="button"
          tabIndex={-1}
          title={s.title}
          style={{ flexGrow: s.end_ms - s.start_ms }}
          onClick={() => state.clock.seek(s.start_ms)}
          aria-label={many ? `${n + 1} · ${s.title}` : undefined}
          className={`min-w-0 basis-0 truncate ${many ? "" : "px-1.5"} py-0.5 text-left text-[13px] ${n === current ? "bg-here font-semibold" : "bg-sand"} ${s.takes_part ? "" : "italic text-quiet line-through"}`}
        >
          {!many && `${n + 1} · ${s.title}`}
        </button>
      ))}
    </div>
  );
}

const Loudness = memo(function Loudness({ desk }: { desk: Desk }) {
  const { peaks, duration_ms, silences } = desk.recording;
  const bars = useMemo(() => {
    const every = Math.max(1, Math.ceil(peaks.length / 400));
    return peaks.filter((_, n) => n % every === 0);
  }, [peaks]);
  const from = desk.extract_start_ms ?? 0;
  const to = desk.extract_end_ms ?? duration_ms;
  return (
    <svg
      aria-hidden="true"
      className="absolute inset-0 h-full w-full"
      preserveAspectRatio="none"
      viewBox={`0 0 ${bars.length || 1} 100`}
    >
      {silences
        .filter(([a, b]) => (b ?? 0) - (a ?? 0) >= 300)
        .map(([a, b]) => (
          <rect
            key={a}
            x={((a ?? 0) / duration_ms) * bars.length}
            width={(((b ?? 0) - (a ?? 0)) / duration_ms) * bars.length}
            y={8}
            height={66}
            fill="#FBF8F2"
          />
        ))}
      {bars.map((height, n) => {
        const tall = Math.max(2, height * 0.62);
        // biome-ignore lint/suspicious/noArrayIndexKey: bars have no other name than their place
        return <rect key={n} x={n + 0.2} width={0.6} y={41 - tall / 2} height={tall} fill="#B9C3CA" />;
      })}
      {desk.segments
        .filter((s) => !s.takes_part)
        .map((s) => (
          <rect
            key={s.id}
            x={(s.start_ms / duration_ms) * bars.length}
            width={((s.end_ms - s.start_ms) / duration_ms) * bars.length}
            y={0}
            height={100}
            fill="#FBF8F2"
            opacity={0.85}
          />
        ))}
      <rect x={0} width={(from / duration_ms) * bars.length} y={0} height={100} fill="#FBF8F2" opacity={0.85} />
      <rect x={(to / duration_ms) * bars.length} width={bars.length} y={0} height={100} fill="#FBF8F2" opacity={0.85} />
    </svg>
  );
});

const EVIDENCE = { heard: "bg-moss", unclear: "bg-amber", contradicted: "bg-brick", not_heard: "bg-rule" };

/** Whether the time of the sentence that an item rests on cannot be relied on. */
function isUnsure(item: Item, { sentences }: DeskState): boolean {
  const evidence = item.report?.evidence[0] ?? item.content.evidence?.[0];
  return evidence !== undefined && sentences[spanAt(sentences, evidence.start_ms)]?.is_sure === false;
}

function Marks(props: { item: Item; unsure: boolean; length: number; selected: boolean; pick: () => void }) {
  const { item, length } = props;
  const { t } = useTranslation();
  const evidence = item.report?.evidence[0] ?? item.content.evidence?.[0];
  const pause = item.content.pause_ms;
  const at = (ms: number) => `${(ms / length) * 100}%`;
  return (
    <>
      {evidence && (
        <span
          aria-hidden="true"
          className={`absolute bottom-1 h-[3px] ${EVIDENCE[item.report ? shownVerdict(item.report) : "unclear"]} ${item.place === "pool" ? "opacity-40" : ""}`}
          style={{ left: at(evidence.start_ms), width: at(evidence.end_ms - evidence.start_ms) }}
        />
      )}
      {typeof pause === "number" && (
        <button
          type="button"
          tabIndex={-1}
          title={`${t("strip.pause", { at: shown(pause, true) })}${props.unsure ? ` · ${t("script.unsure")}` : ""}`}
          onClick={(e) => {
            e.stopPropagation();
            props.pick();
          }}
          style={{ left: at(pause) }}
          className={`absolute top-0 h-11 -translate-x-1/2 border-x-[3px] border-amber bg-sheet ${props.unsure ? "border-dashed" : ""} ${props.selected ? "w-3" : "w-2"} ${item.place === "pool" ? "opacity-40" : ""}`}
        />
      )}
    </>
  );
}

function Needle({ state }: { state: DeskState }) {
  const share = useOnClock(state.clock, (c) => Math.round((c.nowMs / state.desk.recording.duration_ms) * 2000) / 20);
  return <span aria-hidden="true" className="absolute top-0 h-[48px] w-[1.5px] bg-ink" style={{ left: `${share}%` }} />;
}

function Ticks({ length }: { length: number }) {
  const step = [10, 15, 30, 60, 120, 300, 600, 900].find((s) => length / 1000 / s <= 10) ?? 1800;
  const ticks = Array.from({ length: Math.floor(length / 1000 / step) + 1 }, (_, n) => n * step);
  return (
    <div className="relative h-4 text-[12px] text-quiet" aria-hidden="true">
      {ticks.map((s) => (
        <span key={s} className="absolute" style={{ left: `${((s * 1000) / length) * 100}%` }}>
          {shown(s * 1000)}
        </span>
      ))}
    </div>
  );
}
