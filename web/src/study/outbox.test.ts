import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ApiError, OfflineError } from "../api/client";
import { Outbox } from "./outbox";

type Sent = { path: string; body: { id?: string; item?: string; waited_ms?: number } };

const sent: Sent[] = [];
/** What the server does with an item's answer, or with finishing; nothing wrong where nothing stands here. */
const wrong = new Map<string, Error>();

vi.mock("../api/client", async (original) => ({
  ...(await original<typeof import("../api/client")>()),
  api: {
    POST: async (path: string, given: { body: Sent["body"] }) => {
      const body = given.body ?? {};
      sent.push({ path, body });
      const error = wrong.get(body.item ?? path);
      if (error) throw error;
      return { data: { item: body.item, done: true, tries_left: 0, answers: [], key: null } };
    },
  },
}));

const DOWN = new ApiError(500, "unknown", "", {});
const SHUT = new ApiError(409, "assignment_shut", "", {});
const answersTo = (item: string) => sent.filter((s) => s.body.item === item).length;
const finishes = () => sent.filter((s) => s.path.endsWith("/finished/")).length;

function outbox(student = "zoe"): Outbox {
  return new Outbox("code", student, () => undefined);
}

beforeEach(() => {
  vi.useFakeTimers();
  const kept = new Map<string, string>();
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  });
  vi.stubGlobal("window", { addEventListener: vi.fn(), removeEventListener: vi.fn(), setTimeout });
  sent.length = 0;
  wrong.clear();
});
afterEach(() => vi.useRealTimers());

describe("the outbox", () => {
  it("does not keep the rest waiting for an answer that the server fails at", async () => {
    wrong.set("broken", DOWN);
    const box = outbox("a");
    expect(await box.answer("1", "broken", { chosen: [0] })).toBeNull();
    expect(await box.answer("2", "sound", { chosen: [1] })).toMatchObject({ item: "sound" });
    expect(box.count).toBe(1);
    await vi.advanceTimersByTimeAsync(120_000);
    expect(answersTo("broken")).toBeGreaterThan(2);
    wrong.clear();
    await vi.advanceTimersByTimeAsync(120_000);
    expect(box.count).toBe(0);
  });

  it("finishes after the answers, unless one has failed too often", async () => {
    wrong.set("broken", DOWN);
    const box = outbox("b");
    await box.answer("1", "broken", { chosen: [0] });
    await box.finish();
    expect(finishes()).toBe(0);
    await vi.advanceTimersByTimeAsync(120_000);
    expect(finishes()).toBe(1);
    expect(box.count).toBe(1);
  });

  it("says how long an answer waited for a connection", async () => {
    wrong.set("far", new OfflineError("away"));
    const box = outbox("c");
    await box.answer("1", "far", { text: "x" });
    await vi.advanceTimersByTimeAsync(2_000);
    wrong.clear();
    await vi.advanceTimersByTimeAsync(60_000);
    expect(sent.at(-1)?.body.waited_ms).toBeGreaterThanOrEqual(2_000);
    expect(box.count).toBe(0);
  });

  it("keeps what was refused later, with its reason, until it was seen", async () => {
    wrong.set("late", new OfflineError("away"));
    const box = outbox("d");
    expect(await box.answer("1", "late", { text: "my words" })).toBeNull();
    wrong.set("late", SHUT);
    await vi.advanceTimersByTimeAsync(60_000);
    expect(JSON.parse(box.refused)).toEqual([
      { id: "1", item: "late", response: { text: "my words" }, code: "assignment_shut" },
    ]);
    box.seen("1");
    expect(box.refused).toBe("[]");
  });

  it("tells at once what is refused at once", async () => {
    wrong.set("shut", SHUT);
    const box = outbox("e");
    await expect(box.answer("1", "shut", { chosen: [0] })).rejects.toBe(SHUT);
    expect(box.count).toBe(0);
    expect(box.refused).toBe("[]");
  });

  it("belongs to one student", async () => {
    wrong.set("far", new OfflineError("away"));
    await outbox("f").answer("1", "far", { chosen: [0] });
    expect(outbox("g").count).toBe(0);
  });
});
