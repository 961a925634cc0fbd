import type { Content } from "../desk/queries";

export type Kind = Content["kind"];

/** Every kind, in the order in which a teacher is offered them. */
export const KINDS: Kind[] = ["choice", "true_false", "gap", "match", "order", "open", "note"];

/** The key that adds an item of each kind. */
export const KIND_KEYS: Record<Kind, string> = {
  choice: "A",
  true_false: "Shift+T",
  gap: "Shift+G",
  match: "Shift+P",
  order: "Shift+L",
  open: "Shift+A",
  note: "Shift+K",
};

/** A new item of a kind, with what it needs before it says anything. */
export function emptyItem(kind: Kind): Content {
  const marked = { kind, prompt: "", explanation: "", marks: 1 };
  switch (kind) {
    case "choice":
      return { ...marked, options: [0, 1, 2].map((n) => ({ text: "", correct: n === 0 })) };
    case "true_false":
      return { ...marked, answer: null };
    case "gap":
      return { ...marked, answers: [""] };
    case "open":
      return { ...marked, model_answer: "" };
    case "match":
      return { ...marked, pairs: [0, 1, 2].map(() => ({ left: "", right: "" })) };
    case "order":
      return { ...marked, steps: ["", "", ""] };
    case "note":
      return { kind, text: "" };
  }
}
