import { describe, expect, it } from "vitest";
import { parts } from "./rich";

describe("a text with formulas and emphasis", () => {
  it.each([
    ["plain words", [["text", "plain words"]]],
    ["", [["text", ""]]],
    [
      "What is $x^2$ at 3?",
      [
        ["text", "What is "],
        ["formula", "x^2"],
        ["text", " at 3?"],
      ],
    ],
    ["It costs from $5 to $9.", [["text", "It costs from $5 to $9."]]],
    ["a * b * c", [["text", "a * b * c"]]],
    [
      "the *upper* and the **lower** gate",
      [
        ["text", "the "],
        ["emphasis", "upper"],
        ["text", " and the "],
        ["strong", "lower"],
        ["text", " gate"],
      ],
    ],
    ["<b>no</b> markup", [["text", "<b>no</b> markup"]]],
  ])("cuts %j", (text, found) => {
    expect(parts(text).map((p) => [p.as, p.text])).toEqual(found);
  });
});
