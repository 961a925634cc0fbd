import type { Sheet } from "./queries";

export type Student = Sheet["students"][number];
export type Flag = Student["flags"][number];
export type SortKey = "name" | "watched" | "marks" | "minutes";
export type Sort = { by: SortKey; down: boolean };

export const FLAGS: Flag[] = ["not_started", "unfinished", "late", "stuck", "unsure", "waiting", "signs"];

const VALUE = {
  watched: (s: Student) => s.coverage,
  marks: (s: Student) => s.marks,
  minutes: (s: Student) => s.minutes,
};

/** The students of ``flag``, all without one, in order; who is equal stays in the order of their names. */
export function rowsOf(students: Student[], flag: Flag | "", sort: Sort, language: string): Student[] {
  const names = new Intl.Collator(language, { sensitivity: "base", numeric: true });
  const byName = (a: Student, b: Student) => names.compare(a.nickname, b.nickname);
  const way = sort.down ? -1 : 1;
  const chosen = students.filter((s) => !flag || s.flags.includes(flag));
  if (sort.by === "name") return chosen.sort((a, b) => way * byName(a, b));
  const of = VALUE[sort.by];
  return chosen.sort((a, b) => way * (of(a) - of(b)) || byName(a, b));
}

/** How many students each flag names. */
export function counted(students: Student[]): Map<Flag, number> {
  return new Map(FLAGS.map((flag) => [flag, students.filter((s) => s.flags.includes(flag)).length]));
}

/** The next sort when a head is pressed: figures begin with the lowest, names with the first; pressed again, turned. */
export function pressed(sort: Sort, by: SortKey): Sort {
  return sort.by === by ? { by, down: !sort.down } : { by, down: false };
}
