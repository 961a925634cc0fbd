import { describe, expect, it } from "vitest";
import { added, fresh, type Layout, moved, OPTIONS, PART_KINDS, type PartKind, without, withPart } from "./parts";

const layout = (...kinds: PartKind[]): Layout => ({
  parts: kinds.map(fresh),
  size: "normal",
  heading: "",
  level: "",
  names: true,
  wording: "",
});
const kinds = (l: Layout) => l.parts.map((p) => p.kind);

describe("the parts of a handout", () => {
  it("move one place and stay within the sheet", () => {
    const three = layout("goals", "items", "answers");
    expect(kinds(moved(three, 1, 0))).toEqual(["items", "goals", "answers"]);
    expect(kinds(moved(three, 0, 2))).toEqual(["items", "answers", "goals"]);
    expect(moved(three, 0, -1)).toBe(three);
    expect(moved(three, 2, 3)).toBe(three);
  });

  it("come in where their kind usually stands", () => {
    expect(added(layout("warm_up", "writing_tasks"), "items")).toMatchObject({ at: 1 });
    expect(kinds(added(layout("warm_up"), "answers").layout)).toEqual(["warm_up", "answers"]);
    expect(kinds(added(layout("answers"), "goals").layout)).toEqual(["goals", "answers"]);
  });

  it("change one by one and go one by one", () => {
    const two = layout("items", "items");
    expect(withPart(two, 1, { codes: true }).parts.map((p) => p.codes)).toEqual([false, true]);
    expect(kinds(without(two, 0))).toEqual(["items"]);
  });

  it("each say what can be set of them", () => {
    expect(Object.keys(OPTIONS).sort()).toEqual([...PART_KINDS].sort());
  });
});
