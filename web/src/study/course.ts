import type { Clock } from "../player/clock";
import type { Progress, Question, Rules, StudyLesson } from "./door";

/** A pause and the items asked at it, in order. */
export type Stop = { atMs: number; items: Question[] };

/** The pauses in order; one in a part that is left out comes where the recording breaks off before it. */
export function stopsOf(lesson: StudyLesson): Stop[] {
  const stops: Stop[] = [];
  for (const item of [...lesson.items].sort((a, b) => a.pause_ms - b.pause_ms)) {
    const gap = gapFrom(lesson.stretches, item.pause_ms);
    const atMs = gap ? Math.min(item.pause_ms, gap.fromMs) : item.pause_ms;
    const last = stops.at(-1);
    if (last && atMs - last.atMs < 50) last.items.push(item);
    else stops.push({ atMs, items: [item] });
  }
  return stops;
}

type Stretches = StudyLesson["stretches"];

/** The first part from ``ms`` on that the lesson leaves out between two that it covers. */
export function gapFrom(stretches: Stretches, ms: number): { fromMs: number; toMs: number } | null {
  for (const [n, next] of stretches.entries()) {
    const before = stretches[n - 1];
    if (before && ms < next.start_ms) return { fromMs: before.end_ms, toMs: next.start_ms };
  }
  return null;
}

/** How much of the lesson lies before an instant of the recording. */
export function along(stretches: Stretches, ms: number): number {
  return stretches.reduce((sum, s) => sum + Math.min(Math.max(ms - s.start_ms, 0), s.end_ms - s.start_ms), 0);
}

/** The instant of the recording at which so much of the lesson has gone by. */
export function instantAt(stretches: Stretches, gone: number): number {
  let left = gone;
  for (const s of stretches) {
    if (left < s.end_ms - s.start_ms) return s.start_ms + left;
    left -= s.end_ms - s.start_ms;
  }
  return stretches.at(-1)?.end_ms ?? gone;
}

export function isDone(progress: Map<string, Progress>, item: Question): boolean {
  return progress.get(item.id)?.done ?? false;
}

/** Whether something was given, on the way to the server perhaps, or nothing can be given any more. */
export function isAnswered(progress: Map<string, Progress>, item: Question): boolean {
  const told = progress.get(item.id);
  return told !== undefined && (told.done || told.answers.length > 0);
}

/** The first stop at or after ``fromMs`` that still asks something. */
export function nextStop(stops: Stop[], progress: Map<string, Progress>, fromMs: number): Stop | null {
  return stops.find((s) => s.atMs >= fromMs - 30 && s.items.some((i) => !isDone(progress, i))) ?? null;
}

/** Plays on from where the clock is: over what is left out, to the next stop or the end. Arms the clock alone. */
export function armed(
  clock: Clock,
  lesson: StudyLesson,
  next: () => Stop | null,
  ask: (at: Stop) => void,
  end: () => void,
) {
  const stop = next();
  const gap = gapFrom(lesson.stretches, clock.nowMs);
  if (gap && gap.fromMs < (stop?.atMs ?? lesson.end_ms)) {
    clock.pauseAt(gap.fromMs, () => {
      clock.seek(gap.toMs);
      clock.play();
      armed(clock, lesson, next, ask, end);
    });
  } else if (stop) clock.pauseAt(stop.atMs, () => ask(stop));
  else clock.pauseAt(lesson.end_ms - 60, end);
}

/** Where the student may jump to, by the assignment's rule; the wish itself where it is allowed. */
export function allowedSeek(rules: Rules, wishMs: number, nowMs: number, furthestMs: number): number {
  if (rules.skipping === "freely") return wishMs;
  return Math.min(wishMs, rules.skipping === "watched" ? Math.max(furthestMs, nowMs) : nowMs);
}

/** The moment that an address leads to (Media Fragments 1.0, ``#t=62`` or ``#t=62.5``), in ms; null where to none. */
export function momentIn(hash: string): number | null {
  const match = /^#(?:.*&)?t=(?:npt:)?(\d{1,6}(?:\.\d{1,3})?)(?:,|&|$)/.exec(hash);
  return match ? Math.round(Number(match[1]) * 1000) : null;
}
