/** How a host's player stands; time in seconds. */
export type State = { time: number; playing: boolean; ended: boolean; rate: number };

export type Order = "hello" | "play" | "pause" | "seek" | "rate";

/** The messages that a host's player is moved by, and those that tell how it stands. */
export interface Dialect {
  /** The messages that give an order; seconds or a rate come with it. */
  order(order: Order, value?: number): unknown[];
  /** How the player stands by a message it sent; null where that says nothing, or is older than the last order. */
  read(message: unknown, before: State): State | null;
}

export function dialectOf(name: string): Dialect {
  return name === "commands" ? commands() : states();
}

/** Numbered orders and whole states: {player: "play" | …, number, value} there, {player: "state", number, time, playing, ended,
 * rate} back, ten times a second and at every change, with the number of the last order followed.
 */
export function states(): Dialect {
  let sent = 0;
  return {
    order(order, value) {
      sent += 1;
      return [{ player: order, number: sent, value }];
    },
    read(message) {
      const told = message as { player?: string; number: number; time: number } & Record<string, unknown>;
      if (told?.player !== "state" || typeof told.time !== "number" || told.number < sent) return null;
      const { time, playing, ended, rate } = told;
      return { time, playing: playing === true, ended: ended === true, rate: Number(rate) || 1 };
    },
  };
}

const SETTLES_MS = 700;
const PLAYING = 1;
const ENDED = 0;
const FUNCTIONS: Record<Exclude<Order, "hello">, string> = {
  play: "playVideo",
  pause: "pauseVideo",
  seek: "seekTo",
  rate: "setPlaybackRate",
};

/** Orders by the name of a function, and deliveries of what has changed, both as JSON text; nothing is numbered, so for a
 * moment after an order what disagrees with it is taken as older than it.
 */
export function commands(): Dialect {
  let expected: Partial<State> = {};
  let until = 0;
  const expect = (order: Order, value = 0) => {
    if (performance.now() > until) expected = {};
    if (order === "play" || order === "pause") expected.playing = order === "play";
    if (order === "seek") expected.time = value;
    until = performance.now() + SETTLES_MS;
  };
  const isOld = (told: State) =>
    performance.now() < until &&
    ((expected.playing === false && told.playing) ||
      (expected.time !== undefined && Math.abs(told.time - expected.time) > 1.5));
  return {
    order(order, value) {
      if (order === "hello") return [JSON.stringify({ event: "listening", id: 1, channel: "widget" })];
      expect(order, value);
      const args = value === undefined ? [] : order === "seek" ? [value, true] : [value];
      return [JSON.stringify({ event: "command", func: FUNCTIONS[order], args, id: 1, channel: "widget" })];
    },
    read(message, before) {
      const info = delivered(message);
      if (!info) return null;
      const { currentTime, playerState, playbackRate } = info;
      const told: State = {
        time: typeof currentTime === "number" ? currentTime : before.time,
        playing: typeof playerState === "number" ? playerState === PLAYING : before.playing,
        ended: typeof playerState === "number" ? playerState === ENDED : before.ended,
        rate: typeof playbackRate === "number" ? playbackRate : before.rate,
      };
      return isOld(told) ? null : told;
    },
  };
}

function delivered(message: unknown): Record<string, unknown> | null {
  if (typeof message !== "string") return null;
  try {
    const { event, info } = JSON.parse(message);
    const wanted = event === "infoDelivery" || event === "initialDelivery";
    return wanted && typeof info === "object" ? info : null;
  } catch {
    return null;
  }
}
