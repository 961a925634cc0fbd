import { describe, expect, it } from "vitest";
import { newId } from "./ids";
import { clock, fromClock, moment } from "./times";

describe("clock", () => {
  it.each([
    [0, "0:00"],
    [125_900, "2:05"],
    [3_725_000, "1:02:05"],
  ])("reads %d ms as %s", (ms, shown) => {
    expect(clock(ms)).toBe(shown);
  });

  it("shows tenths only while nudging", () => {
    expect(clock(125_480, true)).toBe("2:05.4");
  });
});

describe("moment", () => {
  it("names the day of the week when it is near and the date when it is far", () => {
    const far = moment("2020-03-02T18:00:00Z", "en");
    expect(far).toContain("Mar");
    const near = moment(new Date(Date.now() + 3_600_000).toISOString(), "es");
    expect(near).toMatch(/^(lun|mar|mié|jue|vie|sáb|dom)/);
  });
});

describe("newId", () => {
  it("makes version 4 UUIDs that differ", () => {
    const ids = Array.from({ length: 50 }, newId);
    expect(new Set(ids).size).toBe(50);
    expect(ids.every((id) => /^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/.test(id))).toBe(
      true,
    );
  });
});

describe("reading a time that was typed", () => {
  it.each([
    ["2:05", 125_000],
    [" 1:02:05 ", 3_725_000],
    ["2:05.4", 125_400],
    ["2:05,25", 125_250],
    ["95", 95_000],
    ["90:00", 5_400_000],
  ])("%s", (text, ms) => {
    expect(fromClock(text)).toBe(ms);
  });

  it.each(["", "soon", "2:75", "1:2:3:4", "-3", "2:05.1234"])("refuses %s", (text) => {
    expect(fromClock(text)).toBeNull();
  });

  it("goes round", () => {
    for (const ms of [0, 59_000, 3_599_000, 3_600_000]) expect(fromClock(clock(ms))).toBe(ms);
  });
});
