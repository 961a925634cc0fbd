import { expect, test } from "vitest";
import { counted, pressed, rowsOf, type Student } from "./rows";

const student = (nickname: string, marks: number, flags: Student["flags"] = []): Student => ({
  ...{ id: nickname, nickname, marks, flags, attempts: 1, coverage: marks / 10, minutes: 3, finished: false },
  ...{ late: false, signs: [], cells: [] },
});
const CLASS = [student("Zoe", 2, ["late"]), student("ángel", 5), student("Bo", 2, ["late", "signs"])];
const names = (rows: Student[]) => rows.map((s) => s.nickname);

test("names are in the order of the language, whatever their letters", () => {
  expect(names(rowsOf(CLASS, "", { by: "name", down: false }, "es"))).toEqual(["ángel", "Bo", "Zoe"]);
});

test("the lowest marks come first, and who is equal by name", () => {
  expect(names(rowsOf(CLASS, "", { by: "marks", down: false }, "en"))).toEqual(["Bo", "Zoe", "ángel"]);
  expect(names(rowsOf(CLASS, "", { by: "marks", down: true }, "en"))).toEqual(["ángel", "Bo", "Zoe"]);
});

test("only those of a flag are shown, and each flag is counted", () => {
  expect(names(rowsOf(CLASS, "late", { by: "name", down: true }, "en"))).toEqual(["Zoe", "Bo"]);
  expect([counted(CLASS).get("late"), counted(CLASS).get("signs"), counted(CLASS).get("stuck")]).toEqual([2, 1, 0]);
});

test("a head pressed again turns the order", () => {
  expect(pressed({ by: "name", down: false }, "marks")).toEqual({ by: "marks", down: false });
  expect(pressed({ by: "marks", down: false }, "marks")).toEqual({ by: "marks", down: true });
});
