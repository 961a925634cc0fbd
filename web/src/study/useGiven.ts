import { useState } from "react";
import { inTab } from "../app/storage";
import { ANSWERING } from "../kinds/answering";
import type { Given } from "../kinds/kinds";
import type { Question } from "./door";

const BEGINS = "escuela.given.";

/** With another time through a lesson nothing stands in its items that was put down before. */
export const forgetGiven = () => inTab.removeAll(BEGINS);

/** An answer in the making, kept on the device while its part is heard again or the page is left.
 *
 * Once it is sent only the words stay, to be put right in another try. */
export function useGiven(question: Question) {
  // A rehearsal may show an item that was changed meanwhile, the room another order; what was put down for that is left.
  const key = `${BEGINS}${question.id}.${JSON.stringify([question.options, question.targets])}`;
  const [given, setGiven] = useState<Given>(() => ({
    chosen: [],
    text: "",
    arranged: ANSWERING[question.kind].begun(question),
    ...(JSON.parse(inTab.get(key) ?? "{}") as Partial<Given>),
  }));
  const put = (part: Partial<Given>) => {
    const next = { ...given, ...part };
    inTab.set(key, JSON.stringify(next));
    setGiven(next);
  };
  const sent = () => inTab.set(key, JSON.stringify({ text: given.text }));
  return { given, put, sent };
}
