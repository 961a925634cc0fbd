import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { WRITTEN } from "../kinds/writing";
import { STEPS } from "./Steps";

const SRC = join(import.meta.dirname, "..");
/** All that can stand on the teacher's screens. */
const ROOMS = [
  "app",
  "ui",
  "lessons",
  "desk",
  "results",
  "rehearsal",
  "assignments",
  "accounts",
  "classes",
  "handouts",
  "platforms",
];
/** Bindings with one meaning: finding what is shown, the next of what is walked through, leaving, another of these. */
const ALIKE = new Set(["/", "N", "J", "Shift+J", "Escape", "E"]);

const written = ROOMS.flatMap((room) =>
  readdirSync(join(SRC, room), { recursive: true, encoding: "utf-8" })
    .filter((name) => /\.tsx?$/.test(name) && !name.includes(".test."))
    .flatMap((name) => {
      const code = readFileSync(join(SRC, room, name), "utf-8");
      return [...code.matchAll(/(?:keys: |named\(\s*)"([^"]+)"/g)].map((m) => ({ keys: m[1] ?? "", where: name }));
    }),
);

/** Keys that are listed elsewhere: a kind's, and the digits of the steps. */
const listed = [...Object.values(WRITTEN).map((k) => k.key), ...STEPS.map((_, n) => String(n + 1))];
const bindings = [...written, ...listed.map((keys) => ({ keys, where: "a list" }))];

describe("the keys of a teacher's screens", () => {
  it("are all found by this test", () => {
    expect(bindings.length).toBeGreaterThan(50);
    expect(bindings.map((b) => b.keys)).toContain("Shift+V");
  });

  it("have one meaning each", () => {
    const taken = new Map<string, string>();
    for (const { keys, where } of bindings.filter((b) => !ALIKE.has(b.keys))) {
      expect(taken.get(keys), `${keys} in ${where}`).toBeUndefined();
      taken.set(keys, where);
    }
  });
});
