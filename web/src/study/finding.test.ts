import { expect, test } from "vitest";
import { alsoNear, sentencesWith } from "./finding";

const said = [
  "The gate is dangerous in a storm.",
  "Nobody opens the upper gates by hand.",
  "El río crece en otoño.",
  "Water stands in the chamber.",
].map((text, n) => ({ text, start_ms: n * 1000, end_ms: n * 1000 + 900 }));

const found = (query: string) => sentencesWith(said as never, query).map((h) => h.n);

test("a word is found in every form, without regard to capitals and accents", () => {
  expect(found("gate")).toEqual([0, 1]);
  expect(found("GATES")).toEqual([0, 1]);
  expect(found("danger")).toEqual([0]);
  expect(found("rio")).toEqual([2]);
  expect(found("wate")).toEqual([3]);
});

test("what is near in meaning comes once, in its order, and no further than was heard", () => {
  const hits = sentencesWith(said as never, "gate");
  expect(alsoNear(said as never, [3, 0, 2], hits, 9).map((h) => h.n)).toEqual([3, 2]);
  expect(alsoNear(said as never, [3, 2, 7], hits, 2).map((h) => h.n)).toEqual([2]);
});

test("all words of a query have to be there, and short ones do not match by chance", () => {
  expect(found("gate hand")).toEqual([1]);
  expect(found("gate river")).toEqual([]);
  expect(found("storing")).toEqual([]);
  expect(found(" , ")).toEqual([]);
});

test("what was looked for is marked in its sentence, and nothing of the sentence is lost", () => {
  const [hit] = sentencesWith(said as never, "upper gate");
  expect(hit?.pieces.filter((p) => p.found).map((p) => p.text)).toEqual(["upper", "gates"]);
  expect(hit?.pieces.map((p) => p.text).join("")).toBe(said[1]?.text);
});
