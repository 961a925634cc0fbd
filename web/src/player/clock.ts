/** The recording's clock: play, seek, and pause at an instant.
 *
 * Pausing: a timer wakes shortly before the instant, then the position is read every 4 ms; once it is reached the media is
 * paused and set back to the instant. Never earlier than asked, so no word is cut.
 */
import type { Media } from "./remote";

const WAKE_BEFORE_MS = 150;
const CHECK_MS = 4;

export class Clock {
  private media: Media | null = null;
  private listeners = new Set<() => void>();
  private target: { atMs: number; reached: () => void } | null = null;
  private timer = 0;
  private frame = 0;
  nowMs = 0;
  playing = false;

  /** Connects a media element; returns what disconnects it. */
  attach(media: Media): () => void {
    this.media = media;
    const update = () => this.update();
    const events = ["play", "playing", "pause", "seeking", "seeked", "ended", "ratechange", "loadedmetadata"];
    for (const name of events) media.addEventListener(name, update);
    return () => {
      for (const name of events) media.removeEventListener(name, update);
      this.media = null;
      clearTimeout(this.timer);
      cancelAnimationFrame(this.frame);
    };
  }

  subscribe = (tell: () => void): (() => void) => {
    this.listeners.add(tell);
    return () => this.listeners.delete(tell);
  };

  async play(): Promise<void> {
    await this.media?.play().catch(() => undefined);
  }

  hold(): void {
    this.media?.pause();
  }

  toggle(): void {
    if (this.playing) this.hold();
    else this.play();
  }

  seek(ms: number): void {
    if (!this.media) return;
    // Jumping past an instant is not playing up to it.
    if (this.target && ms > this.target.atMs) this.target = null;
    this.media.currentTime = Math.max(0, ms) / 1000;
    this.update();
  }

  get rate(): number {
    return this.media?.playbackRate ?? 1;
  }

  setRate(rate: number): void {
    if (this.media) this.media.playbackRate = rate;
    this.update();
  }

  /** ``volume`` from 0 to 1; a recording in its host's player keeps its own. */
  setVolume(volume: number): void {
    if (this.media?.volume !== undefined) this.media.volume = volume;
  }

  /** Stops at ``atMs`` when playing gets there; null takes a former instant back. */
  pauseAt(atMs: number | null, reached: () => void = () => undefined): void {
    this.target = atMs === null ? null : { atMs, reached };
    this.arm();
  }

  private arm(): void {
    clearTimeout(this.timer);
    const { media, target } = this;
    if (!media || !target || media.paused) return;
    const leftMs = (target.atMs - media.currentTime * 1000) / media.playbackRate;
    if (leftMs <= 0) {
      this.stopAt(media, target);
      return;
    }
    this.timer = window.setTimeout(() => this.arm(), leftMs > WAKE_BEFORE_MS ? leftMs - WAKE_BEFORE_MS / 2 : CHECK_MS);
  }

  private stopAt(media: Media, target: { atMs: number; reached: () => void }): void {
    const lateMs = media.currentTime * 1000 - target.atMs;
    this.target = null;
    media.pause();
    // Only a jump far past the instant is something else than playing up to it.
    if (lateMs < 1000) media.currentTime = target.atMs / 1000;
    document.documentElement.dataset.pauseLateMs = lateMs.toFixed(1);
    this.update();
    target.reached();
  }

  private update(): void {
    const { media } = this;
    if (!media) return;
    this.nowMs = Math.round(media.currentTime * 1000);
    this.playing = !media.paused && !media.ended;
    cancelAnimationFrame(this.frame);
    if (this.playing) this.frame = requestAnimationFrame(() => this.update());
    if (this.target) this.arm();
    for (const tell of this.listeners) tell();
  }
}
