import { describe, expect, it } from "vitest";
import { isOpen, partOf } from "./lines";

describe("a line of an item in other words", () => {
  it.each([
    ["prompt", "prompt"],
    ["text", "prompt"],
    ["options[0].text", "option"],
    ["options[1].feedback", "feedback"],
    ["steps[2]", "part"],
    ["answers[0]", "answer"],
    ["criteria[0].text", "criterion"],
    ["groups[1].name", "group"],
    ["groups[1].things[0]", "part"],
    ["pairs[0].left", "pair"],
    ["explanation", "explanation"],
  ])("%s is its %s", (at, part) => {
    expect(partOf(at)).toBe(part);
  });

  it("is open while it is empty or something speaks against it", () => {
    const line = { at: "prompt", original: "How long?", text: "¿Cuánto?", doubts: [] };
    expect(isOpen(line)).toBe(false);
    expect(isOpen({ ...line, text: "" })).toBe(true);
    expect(isOpen({ ...line, doubts: [{ code: "stale", words: "" }] })).toBe(true);
  });
});
