import type { Progress, Question, Rules, StudyLesson } from "./door";

/** A pause and the items asked at it, in order. */
export type Stop = { atMs: number; items: Question[] };

export function stopsOf(lesson: StudyLesson): Stop[] {
  const stops: Stop[] = [];
  for (const item of [...lesson.items].sort((a, b) => a.pause_ms - b.pause_ms)) {
    const last = stops.at(-1);
    if (last && item.pause_ms - last.atMs < 50) last.items.push(item);
    else stops.push({ atMs: item.pause_ms, items: [item] });
  }
  return stops;
}

export function isDone(progress: Map<string, Progress>, item: Question): boolean {
  return progress.get(item.id)?.done ?? false;
}

/** The first stop at or after ``fromMs`` that still asks something. */
export function nextStop(stops: Stop[], progress: Map<string, Progress>, fromMs: number): Stop | null {
  return stops.find((s) => s.atMs >= fromMs - 30 && s.items.some((i) => !isDone(progress, i))) ?? null;
}

/** Where the student may jump to, by the assignment's rule; the wish itself where it is allowed. */
export function allowedSeek(rules: Rules, wishMs: number, nowMs: number, furthestMs: number): number {
  if (rules.skipping === "freely") return wishMs;
  return Math.min(wishMs, rules.skipping === "watched" ? Math.max(furthestMs, nowMs) : nowMs);
}
