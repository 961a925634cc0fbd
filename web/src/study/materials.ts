import type { Schemas } from "../api/client";

export type StudyMaterial = Schemas["StudyMaterialOut"];
export type Piece = { text: string; meaning: string };

/** The words a student can have explained, by their small letters. */
export function wordsOf(materials: StudyMaterial[]): Map<string, string> {
  const lines = materials.filter((m) => m.kind === "glossary").flatMap((m) => m.lines);
  return new Map(lines.filter((l) => l.text && l.meaning).map((l) => [l.text.toLowerCase(), l.meaning]));
}

/** A text cut at the words that are explained; a plural counts as its word. */
export function explained(text: string, words: Map<string, string>): Piece[] {
  if (words.size === 0) return [{ text, meaning: "" }];
  const pieces: Piece[] = [];
  for (const part of text.split(/([\p{L}\p{M}’'-]+)/u)) {
    const word = part.toLowerCase();
    const meaning = [word, word.replace(/s$/, ""), word.replace(/es$/, ""), word.replace(/ies$/, "y")]
      .map((form) => words.get(form))
      .find(Boolean);
    const last = pieces.at(-1);
    if (meaning) pieces.push({ text: part, meaning });
    else if (last && !last.meaning) last.text += part;
    else if (part) pieces.push({ text: part, meaning: "" });
  }
  return pieces;
}
