import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { RemoteMedia } from "./remote";

type Sent = { player: string; number: number; value?: number };
const ORIGIN = "http://host.example";

let sent: Sent[];
let frame: EventTarget & { src: string; contentWindow: { postMessage: (data: Sent, origin: string) => void } };
let media: RemoteMedia;

/** What the host's player says of itself, after the last message it has followed. */
function told(fields: object, number = sent.at(-1)?.number ?? 0, origin = ORIGIN) {
  const event = new Event("message");
  const data = { player: "state", number, time: 0, playing: false, ended: false, rate: 1, ...fields };
  Object.assign(event, { data, origin, source: frame.contentWindow });
  globalThis.dispatchEvent(event);
}

beforeEach(() => {
  const page = new EventTarget();
  vi.stubGlobal("window", page);
  vi.stubGlobal("dispatchEvent", (event: Event) => page.dispatchEvent(event));
  vi.useFakeTimers({ toFake: ["performance"] });
  sent = [];
  frame = Object.assign(new EventTarget(), {
    src: `${ORIGIN}/player/lock-up`,
    contentWindow: { postMessage: (data: Sent) => sent.push(data) },
  });
  media = new RemoteMedia(frame as unknown as HTMLIFrameElement);
});

afterEach(() => {
  media.close();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe("a host's player seen as a media element", () => {
  it("greets the frame, and again when it has loaded", () => {
    frame.dispatchEvent(new Event("load"));
    expect(sent.map((s) => s.player)).toEqual(["hello", "hello"]);
  });

  it("counts the time on between two states, at the player's rate", () => {
    told({ time: 10, playing: true, rate: 2 });
    vi.advanceTimersByTime(500);
    expect(media.currentTime).toBeCloseTo(11, 2);
    expect(media.paused).toBe(false);
  });

  it("tells when it begins and stops to play", () => {
    const heard: string[] = [];
    for (const name of ["play", "pause"]) media.addEventListener(name, () => heard.push(name));
    told({ playing: true });
    told({ time: 1, playing: true });
    told({ time: 2, playing: false });
    expect(heard).toEqual(["play", "pause"]);
  });

  it("keeps what is asked of it before the host has said a word, the last of each", () => {
    media.currentTime = 12;
    void media.play();
    media.currentTime = 21.5;
    expect(sent.map((s) => s.player)).toEqual(["hello"]);
    told({ time: 0 });
    expect(sent.slice(1)).toMatchObject([{ player: "play" }, { player: "seek", value: 21.5 }]);
    expect(media.currentTime).toBe(21.5);
    told({ time: 21.6, playing: true });
    expect([media.paused, sent.length]).toEqual([false, 3]);
  });

  it("stands still at once when paused, and takes no state from before that", () => {
    told({ time: 10, playing: true });
    const before = sent.at(-1)?.number;
    media.pause();
    media.currentTime = 9.5;
    told({ time: 10.2, playing: true }, before);
    expect([media.paused, media.currentTime]).toEqual([true, 9.5]);
    expect(sent.slice(-2)).toMatchObject([{ player: "pause" }, { player: "seek", value: 9.5 }]);
    told({ time: 9.5 });
    expect(media.currentTime).toBe(9.5);
  });

  it("asks for another rate and keeps its place", () => {
    told({ time: 4, playing: true });
    media.playbackRate = 1.5;
    expect(sent.at(-1)).toMatchObject({ player: "rate", value: 1.5 });
    expect(media.currentTime).toBeCloseTo(4, 2);
  });

  it("believes nobody but its own frame and origin", () => {
    told({ time: 33 }, undefined, "http://evil.example");
    expect(media.currentTime).toBe(0);
  });

  it("leaves nothing behind when closed", () => {
    media.close();
    told({ time: 12 });
    expect(media.currentTime).toBe(0);
  });
});
