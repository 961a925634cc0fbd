import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Clock } from "./clock";
import { spanAt } from "./hooks";

/** A media element whose time runs with the fake timers. */
class FakeMedia extends EventTarget {
  paused = true;
  ended = false;
  playbackRate = 1;
  private base = 0;
  private since = 0;

  get currentTime() {
    return this.paused ? this.base : this.base + ((Date.now() - this.since) / 1000) * this.playbackRate;
  }
  set currentTime(seconds: number) {
    this.base = seconds;
    this.since = Date.now();
    this.dispatchEvent(new Event("seeking"));
  }
  async play() {
    this.since = Date.now();
    this.paused = false;
    this.dispatchEvent(new Event("play"));
  }
  pause() {
    this.base = this.currentTime;
    this.paused = true;
    this.dispatchEvent(new Event("pause"));
  }
}

let media: FakeMedia;
let clock: Clock;

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal("window", globalThis);
  vi.stubGlobal("document", { documentElement: { dataset: {} } });
  vi.stubGlobal("requestAnimationFrame", (run: () => void) => setTimeout(run, 16));
  vi.stubGlobal("cancelAnimationFrame", clearTimeout);
  media = new FakeMedia();
  clock = new Clock();
  clock.attach(media as unknown as HTMLMediaElement);
});

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe("pausing at an instant", () => {
  it("stops once at the instant, never before it", async () => {
    const reached = vi.fn();
    clock.pauseAt(5_000, reached);
    await clock.play();
    await vi.advanceTimersByTimeAsync(4_990);
    expect(reached).not.toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(50);
    expect(reached).toHaveBeenCalledTimes(1);
    expect(media.paused).toBe(true);
    expect(media.currentTime).toBe(5);
    await vi.advanceTimersByTimeAsync(5_000);
    expect(reached).toHaveBeenCalledTimes(1);
  });

  it("keeps to the instant at double speed and after a jump", async () => {
    const reached = vi.fn();
    media.playbackRate = 2;
    clock.pauseAt(20_000, reached);
    await clock.play();
    clock.seek(18_000);
    await vi.advanceTimersByTimeAsync(990);
    expect(reached).not.toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(30);
    expect(reached).toHaveBeenCalledTimes(1);
  });

  it("is passed by a jump, which is not playing up to it", async () => {
    const reached = vi.fn();
    clock.pauseAt(5_000, reached);
    await clock.play();
    await vi.advanceTimersByTimeAsync(1_000);
    clock.seek(60_000);
    await vi.advanceTimersByTimeAsync(2_000);
    expect(reached).not.toHaveBeenCalled();
    expect(media.currentTime).toBe(62);
  });

  it("can be taken back", async () => {
    const reached = vi.fn();
    clock.pauseAt(1_000, reached);
    await clock.play();
    clock.pauseAt(null);
    await vi.advanceTimersByTimeAsync(3_000);
    expect(reached).not.toHaveBeenCalled();
    expect(clock.playing).toBe(true);
  });
});

describe("reading the clock", () => {
  it("tells its listeners when it moves", () => {
    const told = vi.fn();
    clock.subscribe(told);
    clock.seek(3_000);
    expect(told).toHaveBeenCalled();
    expect(clock.nowMs).toBe(3_000);
  });

  it("finds the span that holds an instant, and none before the first", () => {
    const spans = [{ start_ms: 100 }, { start_ms: 200 }, { start_ms: 300 }];
    expect([0, 100, 250, 999].map((ms) => spanAt(spans, ms))).toEqual([-1, 0, 1, 2]);
  });
});
