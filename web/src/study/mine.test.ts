import { describe, expect, it } from "vitest";
import { asListed, overTime } from "./mine";

type Classes = Parameters<typeof asListed>[0];
const lesson = (title: string, more: object) => ({ title, code: title, due_at: null, marks: null, most: 4, ...more });
const classes = [
  {
    entry: { class_name: "3 B" },
    lessons: [
      lesson("Knots", { due_at: "2026-12-09T10:00:00Z", marks: 3, finished_at: "2026-12-02T10:00:00Z" }),
      lesson("Tides", { finished_at: null }),
    ],
  },
  {
    entry: { class_name: "Evening" },
    lessons: [
      lesson("Locks", { due_at: "2026-12-08T10:00:00Z", marks: 4, finished_at: "2026-12-01T10:00:00Z" }),
      lesson("Buoys", { marks: null, finished_at: "2026-11-01T10:00:00Z" }),
    ],
  },
] as unknown as Classes;

describe("lessons of several classes", () => {
  it("stand together, what is due soonest first, each with its class", () => {
    expect(asListed(classes).map((l) => [l.title, l.of])).toEqual([
      ["Locks", "Evening"],
      ["Knots", "3 B"],
      ["Buoys", "Evening"],
      ["Tides", "3 B"],
    ]);
  });

  it("do not name the class where there is but one", () => {
    expect(asListed(classes.slice(0, 1)).every((l) => l.of === undefined)).toBe(true);
  });

  it("show their marks over time once they are finished and told", () => {
    expect(overTime(classes).map((row) => [row.title, row.marks])).toEqual([
      ["Locks", 4],
      ["Knots", 3],
    ]);
  });
});
