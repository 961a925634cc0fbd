import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, it } from "vitest";

const SRC = join(import.meta.dirname, "..");
type Catalogue = Record<string, { en: string; es: string }>;

function files(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return files(path);
    return /\.tsx?$/.test(entry.name) && !/\.test\.|schema\.d/.test(entry.name) ? [path] : [];
  });
}

const catalogue: Catalogue = Object.assign(
  {},
  ...["shared", "study", "teacher"].map((n) => JSON.parse(readFileSync(join(SRC, "messages", `${n}.json`), "utf-8"))),
);
const code = files(SRC)
  .map((f) => readFileSync(f, "utf-8"))
  .join("\n");
const bare = (key: string) => key.replace(/_(zero|one|other)$/, "");
const PLACEHOLDER = /\{\{(\w+)\}\}/g;

/** Keys written out in the code, and the patterns of those put together from a word and a value. */
const written = new Set([...code.matchAll(/"([a-z]+\.[\w.]+)"/gi)].map((m) => m[1] ?? ""));
const patterns = [...code.matchAll(/`([a-z]+\.[^`]*\$\{[^`]*)`/gi)].map(
  (m) => new RegExp(`^${(m[1] ?? "").replace(/\./g, "\\.").replace(/\$\{[^}]*\}/g, ".+")}$`),
);
const areas = new Set(Object.keys(catalogue).map((k) => k.split(".")[0]));

describe("the catalogue", () => {
  it("has both languages for every message, with the same values in them", () => {
    for (const [key, { en, es }] of Object.entries(catalogue)) {
      expect(en, key).toBeTruthy();
      expect(es, key).toBeTruthy();
      const values = (text: string) => [...text.matchAll(PLACEHOLDER)].map((m) => m[1]).sort();
      expect(values(es), key).toEqual(values(en));
    }
  });

  it("has every message that the code names", () => {
    const known = new Set(Object.keys(catalogue).map(bare));
    const missing = [...written].filter((k) => areas.has(k.split(".")[0] ?? "") && !known.has(bare(k)));
    expect(missing).toEqual([]);
  });

  it("has no message that nothing uses", () => {
    const unused = Object.keys(catalogue).filter(
      (k) => !written.has(bare(k)) && !patterns.some((p) => p.test(bare(k))),
    );
    expect(unused).toEqual([]);
  });

  it("counts in both numbers", () => {
    for (const key of Object.keys(catalogue).filter((k) => k.endsWith("_one"))) {
      expect(catalogue).toHaveProperty([key.replace(/_one$/, "_other")]);
    }
  });
});
