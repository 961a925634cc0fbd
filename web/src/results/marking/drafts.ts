import { inTab } from "../../app/storage";

/** Marks and a comment as they are being given. */
export type Draft = { marks: number | null; comment: string };

const name = (answer: string) => `escuela.marking.${answer}`;

/** What was put down for an answer and not saved yet; nothing typed is lost by looking elsewhere. */
export function draftOf(answer: string): Draft | null {
  const kept = inTab.get(name(answer));
  return kept ? (JSON.parse(kept) as Draft) : null;
}

export const keepDraft = (answer: string, draft: Draft) => inTab.set(name(answer), JSON.stringify(draft));
export const dropDraft = (answer: string) => inTab.remove(name(answer));

/** The marks that can be given by one press: halves where there are few. */
export function marksOf(most: number): number[] {
  const step = most <= 3 ? 0.5 : 1;
  return Array.from({ length: Math.floor(most / step) + 1 }, (_, n) => n * step);
}

/** Half a mark more; from the top back to the whole one below it. */
export function halfMore(marks: number | null, most: number): number {
  const more = (marks ?? 0) + 0.5;
  return more > most ? Math.floor(most) : more;
}

type Found = { criterion: number; start: number; end: number };

/** An answer cut where words of the criteria stand in it. */
export function cut(text: string, found: Found[]): { text: string; criterion: number | null }[] {
  const parts: { text: string; criterion: number | null }[] = [];
  // Places are counted in whole characters, as the server does.
  const letters = [...text];
  const slice = (from: number, to?: number) => letters.slice(from, to).join("");
  let at = 0;
  for (const word of found) {
    if (word.start > at) parts.push({ text: slice(at, word.start), criterion: null });
    parts.push({ text: slice(word.start, word.end), criterion: word.criterion });
    at = word.end;
  }
  if (at < letters.length) parts.push({ text: slice(at), criterion: null });
  return parts;
}
