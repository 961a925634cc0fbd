/** A host's own player in a frame, moved by messages in its dialect, seen as a media element by the clock.
 *
 * Between two states that it tells, the time is counted on. What is asked of it before it has said anything waits until then.
 */
import { type Dialect, type Order, type State, states } from "./dialects";

export type Media = Pick<
  HTMLMediaElement,
  "currentTime" | "paused" | "ended" | "playbackRate" | "pause" | "addEventListener" | "removeEventListener"
> & { play: () => Promise<void>; volume?: number };

export class RemoteMedia extends EventTarget implements Media {
  private state: State = { time: 0, playing: false, ended: false, rate: 1 };
  private since = 0;
  private origin: string;
  private waiting: Map<Order, number | undefined> | null = new Map();

  constructor(
    private frame: HTMLIFrameElement,
    private dialect: Dialect = states(),
  ) {
    super();
    this.origin = new URL(frame.src).origin;
    window.addEventListener("message", this.hear);
    frame.addEventListener("load", this.greet);
    this.greet();
  }

  close(): void {
    window.removeEventListener("message", this.hear);
    this.frame.removeEventListener("load", this.greet);
  }

  get paused(): boolean {
    return !this.state.playing;
  }

  get ended(): boolean {
    return this.state.ended;
  }

  get currentTime(): number {
    const passed = this.state.playing ? ((performance.now() - this.since) / 1000) * this.state.rate : 0;
    return this.state.time + passed;
  }

  set currentTime(seconds: number) {
    this.take({ ...this.state, time: seconds, ended: false });
    this.tell("seek", seconds);
    this.dispatchEvent(new Event("seeking"));
  }

  get playbackRate(): number {
    return this.state.rate;
  }

  set playbackRate(rate: number) {
    this.take({ ...this.state, time: this.currentTime, rate });
    this.tell("rate", rate);
  }

  async play(): Promise<void> {
    this.tell("play");
  }

  pause(): void {
    this.take({ ...this.state, time: this.currentTime, playing: false });
    this.tell("pause");
    this.dispatchEvent(new Event("pause"));
  }

  private greet = () => this.tell("hello");

  private tell(order: Order, value?: number): void {
    if (this.waiting && order !== "hello") {
      for (const overtaken of order === "play" || order === "pause" ? (["play", "pause"] as const) : [order])
        this.waiting.delete(overtaken);
      this.waiting.set(order, value);
      return;
    }
    for (const message of this.dialect.order(order, value)) this.frame.contentWindow?.postMessage(message, this.origin);
  }

  private catchUp(): void {
    const orders = this.waiting;
    this.waiting = null;
    for (const [order, value] of orders ?? []) this.tell(order, value);
  }

  private take(state: State): void {
    this.state = state;
    this.since = performance.now();
  }

  private hear = (event: MessageEvent) => {
    if (event.source !== this.frame.contentWindow || event.origin !== this.origin) return;
    this.catchUp();
    const before = { ...this.state, time: this.currentTime };
    const told = this.dialect.read(event.data, before);
    if (!told) return;
    this.take(told);
    if (before.playing !== told.playing) this.dispatchEvent(new Event(told.playing ? "play" : "pause"));
    else this.dispatchEvent(new Event("seeked"));
  };
}
