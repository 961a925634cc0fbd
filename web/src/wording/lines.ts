import type { Line } from "./queries";

/** Whether somebody should still look at a line: it has no other words, or something speaks against them. */
export const isOpen = (line: Line) => !line.text || line.doubts.length > 0;

/** By the field that holds it, or by the list that it is a row of. */
const FIELDS: Record<string, string> = {
  explanation: "explanation",
  image_alt: "picture",
  model_answer: "modelAnswer",
  feedback: "feedback",
  name: "group",
};
const LISTS: Record<string, string> = { options: "option", answers: "answer", criteria: "criterion", pairs: "pair" };

/** What a line is of its item, by its place there: ``options[1].feedback`` is feedback, ``steps[2]`` a part. */
export function partOf(at: string): string {
  const [first = "", ...rest] = at.split(/[.[\]]+/).filter((step) => step && !/^\d+$/.test(step));
  const field = FIELDS[rest.at(-1) ?? first];
  if (field) return field;
  return LISTS[first] ?? (at === first ? "prompt" : "part");
}
