import { expect, test } from "vitest";
import { itemsShown, places, readShown } from "./columns";
import type { Sheet } from "./queries";
import type { Student } from "./rows";

const student = (id: string, marks: number) => ({ id, marks }) as Student;
const SHEET = {
  items: [
    { id: "a", segment: 0 },
    { id: "b", segment: 1 },
    { id: "c", segment: 1 },
  ],
} as Sheet;

test("at first everything is shown but the places", () => {
  expect(readShown(null, null)).toEqual({ columns: ["watched", "marks", "minutes"], without: [] });
});

test("what was kept is read again, and what is unknown is left out", () => {
  expect(readShown("place,colour,marks", "2,x,0")).toEqual({ columns: ["marks", "place"], without: [2, 0] });
  expect(readShown("", "")).toEqual({ columns: [], without: [] });
});

test("items of a segment that is left out go, and the others keep their numbers", () => {
  expect(itemsShown(SHEET, { columns: [], without: [0] }).map(({ item, at }) => [item.id, at])).toEqual([
    ["b", 1],
    ["c", 2],
  ]);
});

test("who has as many marks shares a place", () => {
  const told = places([student("ana", 4), student("bo", 7), student("cy", 4), student("di", 1)]);
  expect([...told]).toEqual([
    ["ana", 2],
    ["bo", 1],
    ["cy", 2],
    ["di", 4],
  ]);
});
