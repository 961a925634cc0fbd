/** A host's own player in a frame, moved by messages, seen as a media element by the clock.
 *
 * To the frame: {player: "hello" | "play" | "pause" | "seek" | "rate", number, value?}; from it, ten times a second and at
 * every change: {player: "state", number, time, playing, ended, rate} with time in seconds and the number of the last message
 * it has followed, so that a state from before it is known as old. Between two states the time is counted on.
 */
export type Media = Pick<
  HTMLMediaElement,
  "currentTime" | "paused" | "ended" | "playbackRate" | "pause" | "addEventListener" | "removeEventListener"
> & { play: () => Promise<void> };

type State = { time: number; playing: boolean; ended: boolean; rate: number };

export class RemoteMedia extends EventTarget implements Media {
  private state: State = { time: 0, playing: false, ended: false, rate: 1 };
  private since = 0;
  private sent = 0;
  private origin: string;

  constructor(private frame: HTMLIFrameElement) {
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

  private tell(player: string, value?: number): void {
    this.sent += 1;
    this.frame.contentWindow?.postMessage({ player, number: this.sent, value }, this.origin);
  }

  private take(state: State): void {
    this.state = state;
    this.since = performance.now();
  }

  private hear = (event: MessageEvent) => {
    if (event.source !== this.frame.contentWindow || event.origin !== this.origin) return;
    const told = event.data;
    if (told?.player !== "state" || typeof told.time !== "number" || told.number < this.sent) return;
    const before = this.state;
    this.take({
      time: told.time,
      playing: told.playing === true,
      ended: told.ended === true,
      rate: Number(told.rate) || 1,
    });
    if (before.playing !== this.state.playing) this.dispatchEvent(new Event(this.state.playing ? "play" : "pause"));
    else this.dispatchEvent(new Event("seeked"));
  };
}
