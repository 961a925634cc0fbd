import type { Schemas } from "../api/client";
import type { Listed } from "./GivenLessons";

type MyClass = Schemas["MyClassOut"];

/** The lessons of several classes together, what is due soonest first; each says its class where there are several. */
export function asListed(classes: MyClass[]): Listed[] {
  const listed = classes.flatMap((c) =>
    c.lessons.map((l) => (classes.length > 1 ? { ...l, of: c.entry.class_name } : l)),
  );
  const due = (l: Listed) => (l.due_at ? Date.parse(l.due_at) : Number.POSITIVE_INFINITY);
  return listed.sort((a, b) => due(a) - due(b) || a.title.localeCompare(b.title));
}

/** What was finished and has its marks told, oldest first. */
export function overTime(classes: MyClass[]) {
  return classes
    .flatMap((c) => c.lessons)
    .flatMap((l) =>
      l.marks === null || l.finished_at === null || l.most === 0
        ? []
        : [{ code: l.code, title: l.title, at: l.finished_at, marks: l.marks, most: l.most }],
    )
    .sort((a, b) => a.at.localeCompare(b.at));
}
