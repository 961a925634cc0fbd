import type { StudyLesson } from "./door";

type Sentence = StudyLesson["sentences"][number];

/** A sentence in pieces, those that were looked for marked; ``n`` is its number. */
export type Hit = Sentence & { n: number; pieces: { text: string; found: boolean }[] };

/** What is near in meaning, as numbers of sentences, without what was found by its words and what may not be read yet. */
export function alsoNear(sentences: Sentence[], near: number[], found: Hit[], last: number): Hit[] {
  const known = new Set(found.map((hit) => hit.n));
  return near.flatMap((n) => {
    const sentence = sentences[n];
    if (!sentence || known.has(n) || n > last) return [];
    return [{ ...sentence, n, pieces: [{ text: sentence.text, found: false }] }];
  });
}

const WORDS = /[\p{L}\p{N}]+/gu;
const SHORTEST_SHARED = 4;
/** A word's ending may differ by so many letters: "danger" finds "dangerous", "gates" finds "gate". */
const LONGEST_ENDING = 5;

/** The sentences that have every word of ``query`` in some form, accents and capitals aside, in their order. */
export function sentencesWith(sentences: Sentence[], query: string): Hit[] {
  const wanted = words(query);
  if (wanted.length === 0) return [];
  return sentences.flatMap((sentence, n) => {
    const said = [...sentence.text.matchAll(WORDS)];
    const hits = said.filter((w) => wanted.some((q) => isForm(plain(w[0]), q)));
    const every = wanted.every((q) => said.some((w) => isForm(plain(w[0]), q)));
    return every ? [{ ...sentence, n, pieces: marked(sentence.text, hits) }] : [];
  });
}

function words(text: string): string[] {
  return [...text.matchAll(WORDS)].map((w) => plain(w[0]));
}

function plain(word: string): string {
  return word.normalize("NFD").replace(/\p{M}/gu, "").toLocaleLowerCase();
}

/** While it is typed a word stands for all that begin with it; a whole one for its other endings too. */
function isForm(word: string, query: string): boolean {
  if (word.startsWith(query)) return true;
  let shared = 0;
  while (shared < word.length && word[shared] === query[shared]) shared++;
  return shared >= SHORTEST_SHARED && query.length - shared <= 2 && word.length - shared <= LONGEST_ENDING;
}

function marked(text: string, hits: RegExpMatchArray[]): Hit["pieces"] {
  const pieces: Hit["pieces"] = [];
  let at = 0;
  for (const hit of hits) {
    const start = hit.index ?? 0;
    if (start > at) pieces.push({ text: text.slice(at, start), found: false });
    pieces.push({ text: hit[0], found: true });
    at = start + hit[0].length;
  }
  if (at < text.length) pieces.push({ text: text.slice(at), found: false });
  return pieces;
}
