import { describe, expect, it } from "vitest";
import { allowedSeek, along, gapFrom, instantAt, momentIn, nextStop, stopsOf } from "./course";
import type { Progress, Question, Rules, StudyLesson } from "./door";

const question = (id: string, pause_ms: number): Question => ({
  id,
  kind: "choice",
  prompt: id,
  targets: [],
  options: ["a", "b"],
  withheld: false,
  several: false,
  marks: 1,
  time_limit_s: null,
  pause_ms,
  hear_from_ms: 0,
  image_url: null,
  image_alt: "",
  option_image_urls: [],
  sound_url: null,
  wordings: [],
});
const lesson = {
  stretches: [{ start_ms: 0, end_ms: 90_000 }],
  items: [question("late", 60_000), question("early", 10_000), question("with", 60_020)],
} as StudyLesson;
const done = (item: string): [string, Progress] => [item, { item, done: true, tries_left: 0, answers: [], key: null }];
const rules = (skipping: Rules["skipping"]) => ({ skipping }) as Rules;

describe("stops", () => {
  it("come in order, items at one pause together", () => {
    expect(stopsOf(lesson).map((s) => s.items.map((i) => i.id))).toEqual([["early"], ["late", "with"]]);
  });

  it("are passed over once everything there is answered", () => {
    const stops = stopsOf(lesson);
    expect(nextStop(stops, new Map(), 0)?.atMs).toBe(10_000);
    expect(nextStop(stops, new Map([done("early")]), 0)?.atMs).toBe(60_000);
    expect(nextStop(stops, new Map([done("late")]), 20_000)?.atMs).toBe(60_000);
    expect(nextStop(stops, new Map([done("late"), done("with")]), 20_000)).toBeNull();
  });

  it("still hold a student who stands right at one", () => {
    expect(nextStop(stopsOf(lesson), new Map(), 10_010)?.atMs).toBe(10_000);
  });
});

describe("a lesson with a part left out", () => {
  const stretches = [
    { start_ms: 5_000, end_ms: 20_000 },
    { start_ms: 50_000, end_ms: 90_000 },
  ];

  it("leaps from where it breaks off to where it goes on", () => {
    expect(gapFrom(stretches, 8_000)).toEqual({ fromMs: 20_000, toMs: 50_000 });
    expect(gapFrom(stretches, 30_000)).toEqual({ fromMs: 20_000, toMs: 50_000 });
    expect(gapFrom(stretches, 50_000)).toBeNull();
  });

  it("counts only what it covers", () => {
    expect([4_000, 12_000, 30_000, 60_000, 95_000].map((ms) => along(stretches, ms))).toEqual([
      0, 7_000, 15_000, 25_000, 55_000,
    ]);
    expect([0, 14_999, 15_000, 60_000].map((gone) => instantAt(stretches, gone))).toEqual([
      5_000, 19_999, 50_000, 90_000,
    ]);
  });

  it("asks what would pause in the part left out before leaving off", () => {
    const cut = { stretches, items: [question("cut", 30_000), question("in", 60_000)] } as StudyLesson;
    expect(stopsOf(cut).map((s) => s.atMs)).toEqual([20_000, 60_000]);
  });
});

describe("seeking", () => {
  it("goes anywhere where skipping is free", () => {
    expect(allowedSeek(rules("freely"), 90_000, 10_000, 20_000)).toBe(90_000);
  });

  it("goes as far as was watched where only that is allowed", () => {
    expect(allowedSeek(rules("watched"), 90_000, 10_000, 20_000)).toBe(20_000);
    expect(allowedSeek(rules("watched"), 15_000, 10_000, 20_000)).toBe(15_000);
  });

  it("never goes ahead where skipping is not allowed, but goes back", () => {
    expect(allowedSeek(rules("not_at_all"), 15_000, 10_000, 20_000)).toBe(10_000);
    expect(allowedSeek(rules("not_at_all"), 5_000, 10_000, 20_000)).toBe(5_000);
  });
});

describe("an address that leads to a moment", () => {
  it("is read as the standard has it", () => {
    expect(["#t=62", "#t=62.5", "#t=npt:62", "#x=1&t=62", "#t=62,70"].map(momentIn)).toEqual([
      62_000, 62_500, 62_000, 62_000, 62_000,
    ]);
    expect(["", "#", "#t=", "#t=-3", "#start=62", "#t=x"].map(momentIn)).toEqual([null, null, null, null, null, null]);
  });
});
