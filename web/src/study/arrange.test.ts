import { describe, expect, it } from "vitest";
import { arrangedInWords, isArranged, unarranged } from "./Arrange";
import type { Question } from "./door";

const order = { kind: "order", left: [], options: ["in", "open", "shut"] } as unknown as Question;
const match = { kind: "match", left: ["keeper", "skipper"], options: ["steers", "opens"] } as unknown as Question;

describe("arranging", () => {
  it("begins with an order as it is shown and with a match still open", () => {
    expect(unarranged(order)).toEqual([0, 1, 2]);
    expect(isArranged(unarranged(order))).toBe(true);
    expect(isArranged(unarranged(match))).toBe(false);
  });

  it("is told in words", () => {
    expect(arrangedInWords(order, [1, 0, 2])).toBe("1. open  2. in  3. shut");
    expect(arrangedInWords(match, [1, 0])).toBe("keeper → opens; skipper → steers");
  });
});
