import { describe, expect, it } from "vitest";
import { wordAt } from "./SentenceForm";

describe("the word at the caret", () => {
  const text = "The gate  opens at seven.";

  it.each([
    [0, 0],
    [2, 0],
    [3, 0],
    [4, 1],
    [9, 2],
    [10, 2],
    [12, 2],
    [16, 3],
    [text.length, 4],
  ])("at %i is number %i", (caret, word) => {
    expect(wordAt(text, caret)).toBe(word);
  });
});
