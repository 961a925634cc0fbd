import { describe, expect, it } from "vitest";
import { explained, wordsOf } from "./materials";

const words = wordsOf([
  {
    kind: "glossary",
    place: "during",
    lines: [
      { text: "Pore", meaning: "a tiny hole" },
      { text: "berry", meaning: "a fruit" },
    ],
  },
  { kind: "warm_up", place: "before", lines: [{ text: "leaf", meaning: "never" }] },
]);

describe("words that are explained", () => {
  it("are found in any case and number, and leave the text whole", () => {
    const text = "Pores, pore and berries: no leaf.";
    const pieces = explained(text, words);
    expect(pieces.map((p) => p.text).join("")).toBe(text);
    expect(pieces.filter((p) => p.meaning).map((p) => p.text)).toEqual(["Pores", "pore", "berries"]);
  });

  it("leave a text alone where there are none", () => {
    expect(explained("A leaf.", wordsOf([]))).toEqual([{ text: "A leaf.", meaning: "" }]);
  });
});
