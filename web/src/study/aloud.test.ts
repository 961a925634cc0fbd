import { expect, test } from "vitest";
import { aloud, spoken } from "./aloud";
import type { Question } from "./door";

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
