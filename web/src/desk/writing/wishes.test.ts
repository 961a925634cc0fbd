import { describe, expect, it } from "vitest";
import { cost } from "./Made";
import { LEVELS, NO_WISHES, WRITTEN } from "./wishes";

describe("the wishes for the writer", () => {
  it("open with kinds that mark themselves", () => {
    expect(NO_WISHES.kinds.every((k) => WRITTEN.includes(k))).toBe(true);
    expect(NO_WISHES.kinds).not.toContain("open");
  });

  it("know six levels in rising order", () => {
    const levels = LEVELS.map((l) => l.level);
    expect(levels).toEqual([...levels].sort());
    expect(levels).toHaveLength(6);
  });
});

describe("what a service cost", () => {
  it("is told in tokens", () => {
    expect(cost({ prompt_tokens: 12, completion_tokens: 3 })).toEqual(["items.tokens", { sent: 12, got: 3 }]);
  });

  it("is nothing where the answer was kept", () => {
    expect(cost({ kept: 1 })).toEqual(["items.tokensKept", {}]);
  });
});
