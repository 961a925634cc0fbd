import { expect, test } from "vitest";
import { cut, halfMore, marksOf } from "./drafts";

test("few marks are given in halves, many in whole ones", () => {
  expect(marksOf(2)).toEqual([0, 0.5, 1, 1.5, 2]);
  expect(marksOf(5)).toEqual([0, 1, 2, 3, 4, 5]);
});

test("half a mark more goes round at the top", () => {
  expect([halfMore(null, 2), halfMore(1, 2), halfMore(2, 2), halfMore(1.5, 1.5)]).toEqual([0.5, 1.5, 2, 1]);
});

test("an answer is cut at the words of the criteria, whatever its letters", () => {
  const text = "🌊 Gravity pulls";
  expect(cut(text, [{ criterion: 1, start: 2, end: 9 }])).toEqual([
    { text: "🌊 ", criterion: null },
    { text: "Gravity", criterion: 1 },
    { text: " pulls", criterion: null },
  ]);
  expect(cut("", [])).toEqual([]);
});
