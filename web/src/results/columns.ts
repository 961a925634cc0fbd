import type { Sheet } from "./queries";
import type { Student } from "./rows";

/** The columns beside the items; a place among the others is shown only to who asks for it. */
export const COLUMNS = ["watched", "marks", "minutes", "place"] as const;
export type Column = (typeof COLUMNS)[number];

/** What of the sheet stands in the page: some columns, and every segment but some. */
export type Shown = { columns: Column[]; without: number[] };

const FIRST: Shown = { columns: ["watched", "marks", "minutes"], without: [] };

/** What was kept as text, as far as it can be read; as it is at first where it cannot. */
export function readShown(columns: string | null, without: string | null): Shown {
  const known = columns === null ? FIRST.columns : COLUMNS.filter((c) => columns.split(",").includes(c));
  const numbers = (without ?? "").split(",").filter(Boolean).map(Number).filter(Number.isInteger);
  return { columns: known, without: numbers };
}

/** The items under the segments that are shown, with their places in the sheet. */
export function itemsShown(sheet: Sheet, shown: Shown): { item: Sheet["items"][number]; at: number }[] {
  return sheet.items.map((item, at) => ({ item, at })).filter(({ item }) => !shown.without.includes(item.segment));
}

/** Each student's place by marks; who has as many shares a place, and the next ones come after all of them. */
export function places(students: Student[]): Map<string, number> {
  return new Map(students.map((s) => [s.id, 1 + students.filter((other) => other.marks > s.marks).length]));
}
