import type { Schemas } from "../api/client";

export type Layout = Schemas["LayoutData"];
export type Part = Schemas["PartData"];
export type PartKind = Part["kind"];
export type Version = "student" | "teacher" | "answers";
export const VERSIONS: Version[] = ["student", "teacher", "answers"];
export type Form = Schemas["HandoutFormEnum"];

/** In the order in which they are offered: before, during and after the viewing, then what is kept back. */
export const PART_KINDS: PartKind[] = [
  "goals",
  "warm_up",
  "presumed",
  "glossary",
  "matching",
  "cards",
  "items",
  "gapped",
  "gap_text",
  "key_points",
  "summary_short",
  "summary_long",
  "reading_text",
  "transcript",
  "writing_tasks",
  "marking_guide",
  "answers",
];

export type MaterialKind = Schemas["MaterialData"]["kind"];

/** Parts that a press has written, and the material they are written as. */
export const WRITTEN: Partial<Record<PartKind, MaterialKind>> = {
  warm_up: "warm_up",
  presumed: "presumed",
  glossary: "glossary",
  matching: "glossary",
  cards: "glossary",
  gap_text: "gap_text",
  key_points: "key_points",
  summary_short: "summary_short",
  summary_long: "summary_long",
  reading_text: "reading_text",
  writing_tasks: "writing_tasks",
  marking_guide: "marking_guide",
};

export type Option = "columns" | "lines" | "shuffled" | "times" | "codes" | "explained" | "gaps";

/** What can be set of each kind of part, beside its title. */
export const OPTIONS: Record<PartKind, Option[]> = {
  goals: ["columns"],
  warm_up: ["lines", "columns"],
  presumed: ["lines", "columns"],
  glossary: ["columns"],
  matching: [],
  cards: [],
  items: ["lines", "columns", "shuffled", "times", "codes"],
  gapped: ["gaps", "columns"],
  gap_text: ["columns"],
  key_points: ["columns", "times"],
  summary_short: ["columns", "times"],
  summary_long: ["columns", "times"],
  reading_text: ["columns", "times"],
  transcript: ["columns", "times"],
  writing_tasks: ["lines"],
  marking_guide: ["columns"],
  answers: ["explained", "columns"],
};

/** A part as it is added. */
export function fresh(kind: PartKind): Part {
  return {
    kind,
    title: "",
    columns: 1,
    lines: kind === "writing_tasks" ? 8 : 3,
    shuffled: true,
    times: false,
    codes: false,
    explained: true,
    every: kind === "gapped" ? 12 : 0,
    help: "words",
    even: true,
    chosen: [],
  };
}

/** ``layout`` with one part changed. */
export function withPart(layout: Layout, at: number, change: Partial<Part>): Layout {
  return { ...layout, parts: layout.parts.map((p, n) => (n === at ? { ...p, ...change } : p)) };
}

/** ``layout`` with the part at one place moved to another; beyond either end it stays. */
export function moved(layout: Layout, from: number, to: number): Layout {
  const part = layout.parts[from];
  if (!part || to < 0 || to >= layout.parts.length) return layout;
  const rest = layout.parts.filter((_, n) => n !== from);
  return { ...layout, parts: [...rest.slice(0, to), part, ...rest.slice(to)] };
}

export function without(layout: Layout, at: number): Layout {
  return { ...layout, parts: layout.parts.filter((_, n) => n !== at) };
}

/** Added where its kind usually stands among those that are there. */
export function added(layout: Layout, kind: PartKind): { layout: Layout; at: number } {
  const order = PART_KINDS.indexOf(kind);
  const after = layout.parts.findIndex((p) => PART_KINDS.indexOf(p.kind) > order);
  const at = after < 0 ? layout.parts.length : after;
  return { layout: { ...layout, parts: [...layout.parts.slice(0, at), fresh(kind), ...layout.parts.slice(at)] }, at };
}
