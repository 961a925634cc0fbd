import { ApiError, api, body, OfflineError, type Schemas } from "../api/client";
import type { Played } from "../player/hooks";
import type { Answered, Progress } from "./door";

type Kept =
  | { type: "answer"; id: string; item: string; response: Answered }
  | { type: "played"; id: string; stretch: Played }
  | { type: "finish"; id: string };

const AGAIN_MS = 3000;
const STRETCHES_AT_ONCE = 100;

/** What the device still has to send. It survives closing the page; each thing has an id and so arrives once. */
export class Outbox {
  private sending = false;
  private timer = 0;
  private waiting = new Map<string, (progress: Progress | null, error?: unknown) => void>();
  private listeners = new Set<() => void>();

  constructor(
    private readonly code: string,
    private readonly arrived: (progress: Progress) => void,
  ) {
    window.addEventListener("online", () => this.send());
    this.send();
  }

  private get key() {
    return `escuela.outbox.${this.code}`;
  }

  private read(): Kept[] {
    try {
      return JSON.parse(localStorage.getItem(this.key) ?? "[]") as Kept[];
    } catch {
      return [];
    }
  }

  private write(kept: Kept[]): void {
    localStorage.setItem(this.key, JSON.stringify(kept));
    for (const tell of this.listeners) tell();
  }

  subscribe = (tell: () => void): (() => void) => {
    this.listeners.add(tell);
    return () => this.listeners.delete(tell);
  };

  /** How many answers wait on this device. */
  get count(): number {
    return this.read().filter((k) => k.type === "answer").length;
  }

  /** Keeps an answer and sends it; null when it could not be sent yet. Rejects when the server refuses it. */
  answer(id: string, item: string, response: Answered): Promise<Progress | null> {
    this.write([...this.read(), { type: "answer", id, item, response }]);
    return new Promise((resolve, reject) => {
      this.waiting.set(id, (progress, error) => (error ? reject(error) : resolve(progress)));
      this.send();
    });
  }

  played(stretch: Played): void {
    this.write([...this.read(), { type: "played", id: stretch.id, stretch }]);
    this.send();
  }

  finish(): void {
    this.write([...this.read(), { type: "finish", id: "finish" }]);
    this.send();
  }

  async send(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    clearTimeout(this.timer);
    try {
      for (let next = this.read()[0]; next; next = this.read()[0]) await this.sendOne(next);
    } catch (error) {
      // No connection, or a server that is starting again: everything stays and is tried again soon.
      for (const [, settle] of this.waiting) settle(null);
      this.waiting.clear();
      this.timer = window.setTimeout(() => this.send(), AGAIN_MS);
      if (!(error instanceof OfflineError || (error instanceof ApiError && error.status >= 500))) throw error;
    } finally {
      this.sending = false;
    }
  }

  private async sendOne(next: Kept): Promise<void> {
    const params = { params: { path: { code: this.code } } };
    let sent = [next.id];
    try {
      if (next.type === "answer") {
        const given = { id: next.id, item: next.item, response: next.response };
        const progress: Schemas["ProgressOut"] = body(
          await api.POST("/api/study/{code}/answers/", { ...params, body: given }),
        );
        this.settle(next.id, progress);
        this.arrived(progress);
      } else if (next.type === "played") {
        const together = this.read()
          .filter((k) => k.type === "played")
          .slice(0, STRETCHES_AT_ONCE);
        sent = together.map((k) => k.id);
        await api.POST("/api/study/{code}/played/", { ...params, body: { stretches: together.map((k) => k.stretch) } });
      } else await api.POST("/api/study/{code}/finished/", params);
    } catch (error) {
      if (!(error instanceof ApiError) || error.status >= 500 || error.status === 429) throw error;
      this.settle(next.id, null, error);
    }
    this.write(this.read().filter((k) => !sent.includes(k.id)));
  }

  private settle(id: string, progress: Progress | null, error?: unknown): void {
    this.waiting.get(id)?.(progress, error);
    this.waiting.delete(id);
  }
}
