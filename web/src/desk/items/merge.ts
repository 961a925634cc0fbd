import type { Content } from "../queries";

type Field = keyof Content;

/** An item as it was when writing began, as it stands here, and as somebody else has saved it meanwhile. */
export type Versions = { base: Content; mine: Content; theirs: Content };

/** Both versions in one: a field that only one side changed is that side's; ``open`` names those that both changed. */
export function merged({ base, mine, theirs }: Versions): { content: Content; open: Field[] } {
  const content: Record<string, unknown> = { ...theirs };
  const open: Field[] = [];
  for (const field of fieldsOf(base, mine, theirs)) {
    if (same(mine[field], theirs[field]) || same(mine[field], base[field])) continue;
    if (!same(theirs[field], base[field])) open.push(field);
    content[field] = mine[field];
  }
  return { content: content as Content, open };
}

function fieldsOf(...versions: Content[]): Field[] {
  return [...new Set(versions.flatMap((v) => Object.keys(v) as Field[]))];
}

export function same(a: unknown, b: unknown): boolean {
  return JSON.stringify(a ?? null) === JSON.stringify(b ?? null);
}

/** A field's value in words, to stand beside another. */
export function inWords(value: unknown): string {
  if (value === null || value === undefined || value === "") return "–";
  if (Array.isArray(value)) return value.map(inWords).join("; ");
  if (typeof value === "object")
    return Object.values(value)
      .filter((v) => typeof v !== "boolean")
      .map(inWords)
      .join(" ");
  return String(value);
}
