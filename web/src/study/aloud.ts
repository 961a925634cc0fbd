import { useEffect, useState } from "react";
import { ANSWERING } from "../kinds/answering";
import { LETTERS } from "../kinds/Options";
import { parts } from "../ui/rich";
import type { Progress, Question, StudyLesson } from "./door";

/** A text as it is said: no marks of emphasis, a gap as a pause, formulas as they are written. */
export function spoken(text: string): string {
  const plain = parts(text)
    .map((p) => p.text)
    .join("");
  return plain.replace(/_{2,}/g, " … ").replace(/\s+/g, " ").trim();
}

/** What is read aloud of an item, a piece a breath: the question, what it is put to, each option with its letter. */
export function aloud(question: Question, options: string[]): string[] {
  const listed = options.length > 0 ? options : question.options;
  return [
    spoken(question.prompt),
    ...question.targets.map(spoken),
    ...listed.map((o, n) => `${LETTERS[n] ?? ""}: ${spoken(o)}`),
  ].filter(Boolean);
}

/** What is read of what is said back to an answer, in the lesson's language: the key, why, and the words it is from. */
export function saidBackAloud(
  question: Question,
  { key }: Progress,
  sentences: StudyLesson["sentences"],
  t: (key: string) => string,
): string[] {
  if (!key) return [];
  const quote = settledBy(sentences, key).map((s) => s.text);
  const why = quotes(key.explanation, quote) ? "" : key.explanation;
  return [ANSWERING[question.kind].key(question, key, t), why, ...quote].map(spoken).filter(Boolean);
}

/** The sentences that settle an item, as far as they may be read. */
export function settledBy(sentences: StudyLesson["sentences"], key: NonNullable<Progress["key"]>) {
  return sentences.filter((s) => s.text && key.evidence.some((e) => s.start_ms < e.end_ms && s.end_ms > e.start_ms));
}

/** Whether an explanation only repeats the sentence that is quoted anyway. */
export function quotes(explanation: string, quote: string[]): boolean {
  return quote.some((text) => explanation.includes(text) && explanation.length < text.length + 30);
}

/** A text with the language it is in. */
export type Said = { text: string; language: string };

function voiceFor(language: string): SpeechSynthesisVoice | null {
  const [wanted = ""] = language.toLowerCase().split("-");
  return window.speechSynthesis.getVoices().find((v) => v.lang.toLowerCase().split(/[-_]/)[0] === wanted) ?? null;
}

/** Reads aloud in ``language`` and in others by the device's own voices; null where it has none for ``language``. */
export function useVoice(language: string): ((said: Said[]) => void) | null {
  const [speaks, setSpeaks] = useState(false);
  useEffect(() => {
    const speech = window.speechSynthesis;
    if (!speech) return;
    const find = () => setSpeaks(voiceFor(language) !== null);
    find();
    speech.addEventListener("voiceschanged", find);
    return () => {
      speech.removeEventListener("voiceschanged", find);
      speech.cancel();
    };
  }, [language]);
  if (!speaks) return null;
  return (texts) => {
    const speech = window.speechSynthesis;
    // Pressed while it reads, it stops.
    const stops = speech.speaking;
    speech.cancel();
    if (stops) return;
    for (const { text, language: of } of texts) {
      const voice = voiceFor(of);
      if (!voice) continue;
      const said = new SpeechSynthesisUtterance(text);
      said.voice = voice;
      said.lang = voice.lang;
      speech.speak(said);
    }
  };
}
