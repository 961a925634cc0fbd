import { type PointerEvent, type RefObject, useState } from "react";
import { useTranslation } from "react-i18next";
import { clock as shown } from "../app/times";
import { acts, type Sentence } from "./queries";
import type { DeskState } from "./useDeskState";

type Given = { state: DeskState; box: RefObject<HTMLElement | null> };

/** Where segments begin, moved by dragging to another sentence; Shift+N does the same by keys. */
export function BoundaryHandles({ state, box }: Given) {
  const { t } = useTranslation();
  const { desk, sentences } = state;
  return desk.segments.slice(1).map((s) => (
    <Handle
      key={`${s.id} ${s.start_ms}`}
      atMs={s.start_ms}
      lengthMs={desk.recording.duration_ms}
      box={box}
      title={t("strip.boundary", { title: s.title })}
      className="inset-y-0 w-2"
      drop={(ms) => {
        const to = nearest(sentences, ms);
        if (to && to.start_ms !== s.start_ms) state.run(() => acts.moveSegment(s.id, to.id));
      }}
    />
  ));
}

/** From where to where the lesson goes; Shift+B and Shift+E do the same by keys. */
export function ExtractHandles({ state, box }: Given) {
  const { t } = useTranslation();
  const { desk } = state;
  const lengthMs = desk.recording.duration_ms;
  const [from, to] = [desk.extract_start_ms, desk.extract_end_ms];
  const set = (start: number | null, end: number | null) => state.run(() => acts.extract(desk.id, start, end));
  const shared = { lengthMs, box };
  return (
    <>
      <Handle
        {...shared}
        key={`from ${from}`}
        atMs={from ?? 0}
        title={t("strip.extractFrom")}
        className="inset-y-0 w-2 border-l-[3px] border-teal"
        drop={(ms) => set(ms < 500 ? null : ms, to)}
      />
      <Handle
        {...shared}
        key={`to ${to}`}
        atMs={to ?? lengthMs}
        title={t("strip.extractTo")}
        className="inset-y-0 w-2 border-r-[3px] border-teal"
        drop={(ms) => set(from, ms > lengthMs - 500 ? null : ms)}
      />
    </>
  );
}

function nearest(sentences: Sentence[], ms: number): Sentence | undefined {
  return sentences.reduce<Sentence | undefined>(
    (best, s) => (!best || Math.abs(s.start_ms - ms) < Math.abs(best.start_ms - ms) ? s : best),
    undefined,
  );
}

type HandleProps = {
  atMs: number;
  lengthMs: number;
  box: RefObject<HTMLElement | null>;
  title: string;
  className: string;
  drop: (ms: number) => void;
};

/** Something on the strip that follows the pointer, and is put down where it is let go. */
function Handle({ atMs, lengthMs, box, title, className, drop }: HandleProps) {
  const [held, setHeld] = useState<number | null>(null);
  const instant = (e: PointerEvent) => {
    const area = box.current?.getBoundingClientRect();
    if (!area) return atMs;
    return Math.round(Math.min(1, Math.max(0, (e.clientX - area.left) / area.width)) * lengthMs);
  };
  const at = held ?? atMs;
  return (
    <button
      type="button"
      tabIndex={-1}
      title={`${title} · ${shown(at, true)}`}
      style={{ left: `${(at / lengthMs) * 100}%` }}
      className={`absolute z-10 -translate-x-1/2 cursor-col-resize touch-none ${held === null ? "" : "bg-here"} ${className}`}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        setHeld(atMs);
      }}
      onPointerMove={(e) => held !== null && setHeld(instant(e))}
      onPointerCancel={() => setHeld(null)}
      onPointerUp={(e) => {
        if (held === null) return;
        setHeld(null);
        if (held !== atMs) drop(instant(e));
      }}
    />
  );
}
