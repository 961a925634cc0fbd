import { expect, test } from "vitest";
import type { Content } from "../queries";
import { inWords, merged } from "./merge";

const BASE = { kind: "gap", prompt: "It opens at ___.", answers: ["six"], explanation: "" } as unknown as Content;
const changed = (part: object) => ({ ...BASE, ...part }) as Content;

test("what only one side changed is taken from that side", () => {
  const both = { base: BASE, mine: changed({ prompt: "Mine ___." }), theirs: changed({ answers: ["seven"] }) };
  expect(merged(both)).toEqual({ content: { ...BASE, prompt: "Mine ___.", answers: ["seven"] }, open: [] });
});

test("what both changed alike is no conflict", () => {
  const alike = changed({ prompt: "Alike ___." });
  expect(merged({ base: BASE, mine: alike, theirs: alike })).toEqual({ content: alike, open: [] });
});

test("what both changed otherwise stays open, with one's own words first", () => {
  const mine = changed({ prompt: "Mine ___.", explanation: "Because." });
  const found = merged({ base: BASE, mine, theirs: changed({ prompt: "Theirs ___." }) });
  expect(found).toEqual({ content: { ...BASE, prompt: "Mine ___.", explanation: "Because." }, open: ["prompt"] });
});

test("a field that one side took out is gone", () => {
  const { explanation: _, ...without } = BASE as unknown as Record<string, unknown>;
  expect(merged({ base: BASE, mine: BASE, theirs: without as unknown as Content }).content).toEqual(without);
});

test("values are shown in words", () => {
  expect(inWords(["six", "sieben"])).toBe("six; sieben");
  expect(inWords([{ text: "A lock", correct: true }])).toBe("A lock");
  expect(inWords(null)).toBe("–");
});
