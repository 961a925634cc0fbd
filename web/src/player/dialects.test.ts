import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { commands, dialectOf, type State } from "./dialects";

const AT_REST: State = { time: 0, playing: false, ended: false, rate: 1 };

/** A delivery as such a player was recorded to send it. */
const delivery = (info: object, event = "infoDelivery") => JSON.stringify({ event, info, id: 1, channel: "widget" });

beforeEach(() => void vi.useFakeTimers({ toFake: ["performance"] }));
afterEach(() => void vi.useRealTimers());

describe("a player moved by commands", () => {
  it("is asked to tell, and told by the names of functions", () => {
    const dialect = commands();
    const said = [
      dialect.order("hello"),
      dialect.order("seek", 12.5),
      dialect.order("rate", 1.5),
      dialect.order("play"),
    ];
    expect(said.flat().map((m) => JSON.parse(m as string))).toMatchObject([
      { event: "listening" },
      { event: "command", func: "seekTo", args: [12.5, true] },
      { event: "command", func: "setPlaybackRate", args: [1.5] },
      { event: "command", func: "playVideo", args: [] },
    ]);
  });

  it("tells only what has changed", () => {
    const dialect = commands();
    const first = dialect.read(
      delivery({ playerState: 1, currentTime: 3.2, playbackRate: 1, duration: 216.3 }, "initialDelivery"),
      AT_REST,
    );
    expect(first).toEqual({ time: 3.2, playing: true, ended: false, rate: 1 });
    expect(dialect.read(delivery({ currentTime: 3.45 }), first ?? AT_REST)).toEqual({ ...first, time: 3.45 });
    expect(dialect.read(delivery({ playerState: 0 }), first ?? AT_REST)).toMatchObject({ playing: false, ended: true });
  });

  it("is not believed for a moment where it tells of before the last order", () => {
    const dialect = commands();
    const playing = { ...AT_REST, time: 20, playing: true };
    dialect.order("pause");
    dialect.order("seek", 19.8);
    const old = delivery({ playerState: 1, currentTime: 20.2 });
    expect(dialect.read(old, playing)).toBeNull();
    expect(dialect.read(delivery({ playerState: 2, currentTime: 19.8 }), playing)).toMatchObject({ playing: false });
    vi.advanceTimersByTime(900);
    expect(dialect.read(old, playing)).toMatchObject({ playing: true });
  });

  it.each([null, 7, "no json", "[]", "null", "{}", delivery({}, "onReady"), { event: "infoDelivery", info: {} }])(
    "says nothing by %s",
    (message) => {
      expect(commands().read(message, AT_REST)).toBeNull();
    },
  );
});

describe("dialects", () => {
  it("are chosen by name, numbered states where there is none", () => {
    expect(dialectOf("commands").order("pause")).toHaveLength(1);
    expect(dialectOf("").order("pause")).toEqual([{ player: "pause", number: 1, value: undefined }]);
  });
});
