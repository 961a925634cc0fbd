import { expect, test } from "vitest";
import { aloud, saidBackAloud, spoken } from "./aloud";
import type { Progress, Question } from "./door";

const asked = {
  prompt: "The gates are of *oak*, built by ___.",
  options: ["Marta **Olivares**", "$a^2$"],
  targets: [],
};

test("a text is said without its marks, a gap as a pause", () => {
  expect(spoken("The *first* gates  were built by ___.")).toBe("The first gates were built by … .");
});

test("of an item the question is read first, then each option with its letter", () => {
  expect(aloud(asked as unknown as Question, [])).toEqual([
    "The gates are of oak, built by … .",
    "a: Marta Olivares",
    "b: a^2",
  ]);
});

test("what a kind says of its options is read instead of the bare ones", () => {
  expect(aloud({ ...asked, prompt: "", options: [] } as unknown as Question, ["True", "False"])).toEqual([
    "a: True",
    "b: False",
  ]);
});

const settled = {
  answers: [],
  key: {
    correct: [0],
    texts: ["Marta Olivares"],
    explanation: "She built *both*.",
    evidence: [{ start_ms: 1000, end_ms: 2000 }],
    feedback: [],
  },
};
const sentences = [
  { text: "The gates are old.", start_ms: 0, end_ms: 900 },
  { text: "Marta built them.", start_ms: 1000, end_ms: 2000 },
];
const choice = { ...asked, kind: "choice" } as unknown as Question;
const said = (progress: object) =>
  saidBackAloud(choice, progress as unknown as Progress, sentences as never, (key) => key);

test("after an answer the key, the reason and the words that settle it are read, as they are shown", () => {
  expect(said(settled).slice(-2)).toEqual(["She built both.", "Marta built them."]);
  expect(said(settled)[0]).toContain("Marta Olivares");
});

test("an explanation that only quotes is read once, and nothing is read before the key may be known", () => {
  const quoted = { ...settled, key: { ...settled.key, explanation: "It is said: Marta built them." } };
  expect(said(quoted).slice(1)).toEqual(["Marta built them."]);
  expect(said({ answers: [], key: null })).toEqual([]);
});
