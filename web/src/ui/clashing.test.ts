import { expect, test } from "vitest";
import { around } from "./clashing";

test.each([
  ["It takes six minutes.", "six", ["It takes ", "six", " minutes."]],
  ["Sixty and six, then SIX.", "six", ["Sixty and ", "six", ", then ", "SIX", "."]],
  ["It costs $5 (five).", "(five)", ["It costs $5 ", "(five)", "."]],
  ["Nada de esto.", "agua", ["Nada de esto."]],
  ["El año pasado", "año", ["El ", "año", " pasado"]],
  ["Anything", "", ["Anything"]],
])("%s, %s", (text, words, pieces) => {
  expect(around(text, words)).toEqual(pieces);
});
