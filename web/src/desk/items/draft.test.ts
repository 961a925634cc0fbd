import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ApiError } from "../../api/client";
import type { Content, Item } from "../queries";
import { Draft, SAVE_AFTER_MS } from "./draft";

const content = (prompt: string, more: object = {}) => ({ kind: "open", prompt, ...more }) as unknown as Content;
const item = (version: number, prompt: string, more: object = {}) =>
  ({ id: "a", version, content: content(prompt, more) }) as unknown as Item;

/** A device and a server that saves one version on top of another, or refuses what is older. */
function world(current: Item = item(1, "Why?")) {
  const kept = new Map<string, string>();
  const state = { current, saved: [] as Content[], refreshed: 0, fails: null as unknown };
  const door = {
    save: async (version: number, words: Content) => {
      if (state.fails) throw state.fails;
      if (version !== state.current.version) throw new ApiError(412, "changed_elsewhere", "", {});
      state.saved.push(words);
      state.current = { ...state.current, version: version + 1, content: words };
      return state.current;
    },
    refresh: () => {
      state.refreshed += 1;
    },
    device: {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
      removeItem: (key: string) => void kept.delete(key),
    },
  };
  return { state, door, kept };
}

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe("a draft", () => {
  it("is on the device at once and saved as one after a moment", async () => {
    const { state, door, kept } = world();
    const draft = new Draft(state.current, door);
    draft.put({ prompt: "Why n" });
    draft.put({ prompt: "Why not?" });
    expect(JSON.parse(kept.get("escuela.item.a") ?? "").content.prompt).toBe("Why not?");
    expect(state.saved).toEqual([]);
    await vi.advanceTimersByTimeAsync(SAVE_AFTER_MS);
    expect(state.saved.map((c) => c.prompt)).toEqual(["Why not?"]);
    expect(kept.size).toBe(0);
  });

  it("that a closed page left is taken up again", async () => {
    const { state, door } = world();
    new Draft(state.current, door).put({ prompt: "Left behind" });
    const again = new Draft(state.current, door);
    expect(again.content.prompt).toBe("Left behind");
    await again.flush();
    expect(state.saved.map((c) => c.prompt)).toEqual(["Left behind"]);
  });

  it("stays, with the reason, where saving fails, and goes with the next change", async () => {
    const { state, door, kept } = world();
    const draft = new Draft(state.current, door);
    state.fails = new Error("no connection");
    draft.put({ prompt: "Kept" });
    await draft.flush();
    expect(draft.error).toBe(state.fails);
    expect(kept.size).toBe(1);
    state.fails = null;
    draft.put({ explanation: "Because." });
    await draft.flush();
    expect(draft.error).toBeNull();
    expect(state.saved[0]).toMatchObject({ prompt: "Kept", explanation: "Because." });
  });

  it("is joined with what somebody else changed in another field, unasked", async () => {
    const { state, door } = world();
    const draft = new Draft(state.current, door);
    state.current = item(2, "Why?", { explanation: "Theirs." });
    draft.put({ prompt: "Mine?" });
    await draft.flush();
    expect(state.refreshed).toBe(1);
    draft.arrived(state.current);
    await vi.runAllTimersAsync();
    expect(state.saved[0]).toMatchObject({ prompt: "Mine?", explanation: "Theirs." });
    expect(draft.open).toEqual([]);
  });

  it("is joined at once where the newer version had come before it was refused", async () => {
    const { state, door } = world();
    const draft = new Draft(state.current, door);
    draft.put({ prompt: "Mine?" });
    state.current = item(2, "Why?", { explanation: "Theirs." });
    draft.arrived(state.current);
    await draft.flush();
    await vi.runAllTimersAsync();
    expect(state.saved[0]).toMatchObject({ prompt: "Mine?", explanation: "Theirs." });
  });

  it.each([
    ["mine", "Mine?", 1],
    ["theirs", "Theirs?", 0],
  ] as const)("waits for the teacher where both changed one field, and then has %s", async (whose, prompt, saves) => {
    const { state, door, kept } = world();
    const draft = new Draft(state.current, door);
    state.current = item(2, "Theirs?");
    draft.put({ prompt: "Mine?" });
    await draft.flush();
    draft.arrived(state.current);
    await vi.runAllTimersAsync();
    expect(draft.open).toEqual(["prompt"]);
    expect(state.saved).toEqual([]);
    draft.choose("prompt", whose);
    await vi.runAllTimersAsync();
    expect(draft.content.prompt).toBe(prompt);
    expect(state.saved).toHaveLength(saves);
    expect(kept.size).toBe(0);
  });

  it("that is typed on while it is being saved is saved again", async () => {
    const { state, door } = world();
    const draft = new Draft(state.current, door);
    draft.put({ prompt: "One" });
    const first = draft.flush();
    draft.put({ prompt: "Two" });
    await first;
    await vi.runAllTimersAsync();
    expect(state.saved.map((c) => c.prompt)).toEqual(["One", "Two"]);
  });
});
