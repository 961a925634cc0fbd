import { describe, expect, it } from "vitest";
import { percentOf } from "./share";

describe("a share of first tries", () => {
  it.each([
    [{ first: 9, answered: 9 }, null],
    [{ first: 5, answered: 10 }, 50],
    [{ first: 2, answered: 30 }, 7],
  ])("%o is said as %s percent", (tally, percent) => {
    expect(percentOf(tally)).toBe(percent);
  });
});
