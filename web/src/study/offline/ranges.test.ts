import { expect, test } from "vitest";
import { handedInTo, lessonAt } from "./names";
import { partOf } from "./ranges";

test.each([
  [null, null],
  ["bytes=-", null],
  ["items=0-4", null],
  ["bytes=0-", { first: 0, last: 99 }],
  ["bytes=10-19", { first: 10, last: 19 }],
  ["bytes=90-400", { first: 90, last: 99 }],
  ["bytes=-30", { first: 70, last: 99 }],
  ["bytes=-500", { first: 0, last: 99 }],
  ["bytes=100-", "none"],
  ["bytes=20-10", "none"],
  ["bytes=-0", "none"],
])("of a hundred bytes %s asks for %o", (range, part) => {
  expect(partOf(range, 100)).toEqual(part);
});

test("a lesson is known by its page and its state, and by nothing beneath them", () => {
  expect(lessonAt("/s/AB12cd")).toBe("ab12cd");
  expect(lessonAt("/api/study/ab12cd/")).toBe("ab12cd");
  expect(lessonAt("/api/study/ab12cd/room/events/")).toBe("");
  expect(lessonAt("/s/offline.js")).toBe("");
  expect(handedInTo("/api/study/ab12cd/answers/")).toBe("ab12cd");
  expect(handedInTo("/api/study/ab12cd/played/")).toBe("");
});
