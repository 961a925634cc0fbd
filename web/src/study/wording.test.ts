import { describe, expect, it } from "vitest";
import { tagsOf } from "../ui/wordings";
import type { Progress, Question } from "./door";
import { firstTag, progressIn, questionIn } from "./wording";

const question = {
  id: "1",
  prompt: "How long?",
  options: ["six", "four"],
  wordings: [{ tag: "es", prompt: "¿Cuánto?", targets: [], options: ["seis", "cuatro"], image_alt: "" }],
} as unknown as Question;

describe("the wording a student begins with", () => {
  it.each([
    ["what they chose before comes first", ["es", "plain"], "plain", "es", "es", "plain"],
    ["the original too", ["es", "plain"], "", "es", "es", ""],
    ["then what the teacher gave", ["es", "plain"], null, "plain", "es", "plain"],
    ["then their own language", ["es", "plain"], null, "", "es", "es"],
    ["the original where there is none of these", ["fr"], null, "", "es", ""],
    ["what is there no more is passed over", ["es"], "de", "", "en", ""],
  ])("%s", (_, tags, chosen, given, spoken, first) => {
    expect(firstTag(tags, chosen, given, spoken)).toBe(first);
  });
});

describe("an item in other words", () => {
  it("asks in them, and in its own where there are none", () => {
    expect(questionIn(question, "es")).toMatchObject({ id: "1", prompt: "¿Cuánto?", options: ["seis", "cuatro"] });
    expect(questionIn(question, "fr").prompt).toBe("How long?");
    expect(tagsOf([question, { ...question, wordings: [] }])).toEqual(["es"]);
  });

  it("tells its key in them, once there is one", () => {
    const told = { item: "1", key: null } as unknown as Progress;
    expect(progressIn(told, "es")).toBe(told);
    const key = { correct: [0], explanation: "It is six.", wordings: [{ tag: "es", explanation: "Son seis." }] };
    const keyed = { ...told, key } as unknown as Progress;
    expect(progressIn(keyed, "es").key).toMatchObject({ correct: [0], explanation: "Son seis." });
  });
});
