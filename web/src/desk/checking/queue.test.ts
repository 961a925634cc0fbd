import { describe, expect, it } from "vitest";
import type { Item, Report } from "../queries";
import { worstFirst } from "./queue";

const report = (
  verdict: Report["verdict"],
  support: number,
  severities: ("error" | "look" | "hint")[] = [],
): Report => ({
  verdict,
  support,
  standing: "open",
  reason: { code: "x", message: "x", params: {} },
  evidence: [],
  findings: severities.map((severity) => ({
    code: "c",
    severity,
    message: "m",
    option: null,
    other: null,
    params: {},
  })),
});
const item = (id: string, part: Partial<Item>): Item => ({
  id,
  place: "lesson",
  content: { kind: "choice", prompt: id },
  pause_by_teacher: false,
  seen: true,
  comes_apart: false,
  position: 0,
  version: 1,
  report: null,
  decision: "",
  decision_reason: "",
  undecided: false,
  open: true,
  ...part,
});

describe("what to decide", () => {
  it("comes worst first: errors, then what is least backed", () => {
    const queue = worstFirst([
      item("weak", { report: report("unclear", 0.2) }),
      item("near", { report: report("unclear", 0.45) }),
      item("wrong", { report: report("contradicted", 0.1, ["error"]), undecided: true }),
    ]);
    expect(queue.map((i) => i.id)).toEqual(["wrong", "weak", "near"]);
  });

  it("leaves out what needs no decision, and the pool", () => {
    const queue = worstFirst([
      item("settled", { open: false }),
      item("pool", { report: report("unclear", 0.3), place: "pool" }),
    ]);
    expect(queue).toEqual([]);
  });

  it("keeps a decided item whose error is open again", () => {
    const queue = worstFirst([
      item("stale", { report: report("heard", 0.9, ["error"]), decision: "kept", undecided: true }),
    ]);
    expect(queue).toHaveLength(1);
  });
});
