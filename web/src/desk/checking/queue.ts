import type { Item } from "../queries";

/** What still needs the teacher's eye: undecided errors, then unclear ones by how little backs them. */
export function worstFirst(items: Item[]): Item[] {
  const weight = (i: Item) => {
    const errors = i.report?.findings.filter((f) => f.severity === "error").length ?? 0;
    const looks = i.report?.findings.filter((f) => f.severity === "look").length ?? 0;
    return (i.undecided ? 10 : 0) + errors + looks * 0.3 + (1 - (i.report?.support ?? 1));
  };
  return items.filter((i) => i.place === "lesson" && i.open).sort((a, b) => weight(b) - weight(a));
}
