import { useEffect, useState } from "react";
import { LETTERS } from "../kinds/Options";
import { parts } from "../ui/rich";
import type { Question } from "./door";

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

/** Reads aloud in ``language`` by the device's own voice, where it has one for it; null where it has none. */
export function useVoice(language: string): ((texts: string[]) => void) | null {
  const [voice, setVoice] = useState<SpeechSynthesisVoice | null>(null);
  useEffect(() => {
    const speech = window.speechSynthesis;
    if (!speech) return;
    const find = () => {
      const [wanted = ""] = language.toLowerCase().split("-");
      setVoice(speech.getVoices().find((v) => v.lang.toLowerCase().split(/[-_]/)[0] === wanted) ?? null);
    };
    find();
    speech.addEventListener("voiceschanged", find);
    return () => {
      speech.removeEventListener("voiceschanged", find);
      speech.cancel();
    };
  }, [language]);
  if (!voice) return null;
  return (texts) => {
    const speech = window.speechSynthesis;
    // Pressed while it reads, it stops.
    const stops = speech.speaking;
    speech.cancel();
    if (stops) return;
    for (const text of texts) {
      const said = new SpeechSynthesisUtterance(text);
      said.voice = voice;
      said.lang = voice.lang;
      speech.speak(said);
    }
  };
}
