import { describe, expect, it } from "vitest";
import type { Progress, Question } from "../study/door";
import { ANSWERING } from "./answering";
import { linesOf } from "./groups/written";
import { type Given, KINDS } from "./kinds";
import { emptyItem, WRITTEN } from "./writing";

const question = (kind: Question["kind"], options: string[], targets: string[] = []) =>
  ({ kind, options, targets, several: false, option_image_urls: [] }) as unknown as Question;
const given = (part: Partial<Given>): Given => ({ chosen: [], text: "", arranged: [], ...part });
const words = (key: string) => key;

const CHOICE = question("choice", ["steel", "oak"]);
const BANK = question("gap", ["iron", "steel"]);
const ORDER = question("order", ["in", "open", "shut"]);
const MATCH = question("match", ["steers", "opens"], ["keeper", "skipper"]);
const GROUPS = question("groups", ["crab", "pike", "herring"], ["lake", "sea"]);

describe("every kind", () => {
  it("is offered to teachers, has a key of its own and says how it is answered", () => {
    expect([...KINDS].sort()).toEqual(Object.keys(WRITTEN).sort());
    expect(new Set(Object.values(WRITTEN).map((k) => k.key)).size).toBe(KINDS.length);
    expect(Object.keys(ANSWERING).sort()).toEqual([...KINDS].sort());
  });

  it("begins with what it needs and nothing marked right by guess but the first option", () => {
    expect(emptyItem("choice").options?.map((o) => o.correct)).toEqual([true, false, false]);
    expect(emptyItem("true_false").answer).toBeNull();
    expect(emptyItem("match").pairs).toHaveLength(3);
    expect(emptyItem("order").steps).toEqual(["", "", ""]);
    expect(emptyItem("groups").groups).toHaveLength(2);
    expect(emptyItem("note")).toEqual({ kind: "note", text: "" });
  });
});

describe("an answer", () => {
  it.each([
    [CHOICE, given({}), false],
    [CHOICE, given({ chosen: [0] }), true],
    [BANK, given({ text: "steel" }), false],
    [BANK, given({ chosen: [1] }), true],
    [question("gap", []), given({ text: " " }), false],
    [question("open", []), given({ text: "because" }), true],
    [MATCH, given({ arranged: [0, -1] }), false],
    [GROUPS, given({ arranged: [1, 0, 1] }), true],
    [GROUPS, given({ arranged: ANSWERING.groups.begun(GROUPS) }), false],
    [ORDER, given({ arranged: ANSWERING.order.begun(ORDER) }), true],
  ])("is handed in once it is whole (%#)", (asked, put, ready) => {
    expect(ANSWERING[asked.kind].ready(asked, put)).toBe(ready);
  });

  it.each([
    [CHOICE, given({ chosen: [1] }), { chosen: [1] }, "oak"],
    [question("true_false", []), given({ chosen: [0] }), { truth: true }, "study.true"],
    [BANK, given({ chosen: [1] }), { text: "steel" }, "steel"],
    [ORDER, given({ arranged: [1, 0, 2] }), { arranged: [1, 0, 2] }, "1. open  2. in  3. shut"],
    [MATCH, given({ arranged: [1, 0] }), { arranged: [1, 0] }, "keeper → opens; skipper → steers"],
    [GROUPS, given({ arranged: [1, 0, 1] }), { grouped: [1, 0, 1] }, "lake: pike; sea: crab, herring"],
  ])("is sent in its kind's shape and told in words (%#)", (asked, put, response, text) => {
    expect(ANSWERING[asked.kind].response(asked, put)).toEqual(response);
    expect(ANSWERING[asked.kind].said(asked, response, words)).toBe(text);
  });

  it("has its key told in words", () => {
    const key = { correct: [1], truth: false, texts: ["lake: pike", "sea: crab"] } as unknown as NonNullable<
      Progress["key"]
    >;
    expect(ANSWERING.choice.key(CHOICE, key, words)).toBe("oak");
    expect(ANSWERING.true_false.key(question("true_false", []), key, words)).toBe("study.false");
    expect(ANSWERING.groups.key(GROUPS, key, words)).toBe("lake: pike; sea: crab");
  });
});

it("counts a line for a thing, empty ones for nothing", () => {
  expect(linesOf("crab\n\n herring \n")).toEqual(["crab", " herring "]);
});
