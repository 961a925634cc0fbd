import { ApiError, api, body, OfflineError, type Schemas } from "../api/client";
import { onDevice } from "../app/storage";
import type { Played } from "../player/hooks";
import type { Answered, Progress } from "./door";

type Kept =
  | { type: "answer"; id: string; item: string; response: Answered; givenAt: number }
  | { type: "played"; id: string; stretch: Played }
  | { type: "finish"; id: string };

/** An answer that the server did not take, with what was given and the code of the reason. */
export type Refused = { id: string; item: string; response: Answered; code: string };

const AGAIN_MS = 3000;
const LONGEST_WAIT_MS = 60_000;
const STRETCHES_AT_ONCE = 100;
/** How often something is tried that the server fails at before what stands behind it goes ahead. */
const TRIES_IN_FRONT = 3;

/** What a student's device still has to send. It survives closing the page; each thing has an id and so arrives once.
 *
 * What the server fails at (5xx) is tried again for ever, in growing intervals, but does not keep the rest waiting.
 * What it refuses stays with its reason until the student has seen it. */
export class Outbox {
  private sending: Promise<void> | null = null;
  private timer = 0;
  private offline = false;
  private failures = new Map<string, number>();
  private waiting = new Map<string, (progress: Progress | null, error?: unknown) => void>();
  private listeners = new Set<() => void>();

  constructor(
    private readonly code: string,
    private readonly student: string,
    private readonly arrived: (progress: Progress) => void,
    private readonly finished: () => void = () => undefined,
  ) {
    window.addEventListener("online", this.resend);
    this.send();
  }

  close(): void {
    window.removeEventListener("online", this.resend);
    clearTimeout(this.timer);
  }

  private resend = () => void this.send();

  private list<T>(name: string): T[] {
    try {
      return JSON.parse(onDevice.get(`escuela.${name}.${this.code}.${this.student}`) ?? "[]") as T[];
    } catch {
      return [];
    }
  }

  private put(name: string, list: unknown[]): void {
    onDevice.set(`escuela.${name}.${this.code}.${this.student}`, JSON.stringify(list));
    for (const tell of this.listeners) tell();
  }

  private get kept(): Kept[] {
    return this.list<Kept>("outbox");
  }

  private keep(more: Kept): void {
    this.put("outbox", [...this.kept.filter((k) => k.id !== more.id), more]);
  }

  subscribe = (tell: () => void): (() => void) => {
    this.listeners.add(tell);
    return () => this.listeners.delete(tell);
  };

  /** How many answers wait on this device. */
  get count(): number {
    return this.kept.filter((k) => k.type === "answer").length;
  }

  /** Whether an answer to an item waits here. */
  waitsFor(item: string): boolean {
    return this.kept.some((k) => k.type === "answer" && k.item === item);
  }

  /** Answers that waited here and were not taken; as JSON, so that it stays the same while nothing changes. */
  get refused(): string {
    return JSON.stringify(this.list<Refused>("refused"));
  }

  seen(id: string): void {
    this.put(
      "refused",
      this.list<Refused>("refused").filter((r) => r.id !== id),
    );
  }

  /** Keeps an answer and sends it; null when it could not be sent yet. Rejects when the server refuses it. */
  answer(id: string, item: string, response: Answered): Promise<Progress | null> {
    this.keep({ type: "answer", id, item, response, givenAt: Date.now() });
    return new Promise((resolve, reject) => {
      this.waiting.set(id, (progress, error) => (error ? reject(error) : resolve(progress)));
      this.send();
    });
  }

  played(stretch: Played): void {
    this.keep({ type: "played", id: stretch.id, stretch });
    this.send();
  }

  finish(): Promise<void> {
    this.keep({ type: "finish", id: "finish" });
    return this.send();
  }

  send(): Promise<void> {
    const failed = new Set<string>();
    this.sending ??= this.sendAll(failed).finally(() => {
      this.sending = null;
      // What came in just as the round ended goes at once; what failed in it, after a while.
      if (this.next(failed) && !this.offline) this.send();
      else if (this.next(new Set())) this.later();
    });
    return this.sending;
  }

  private later(): void {
    const tries = Math.min(...this.kept.map((k) => this.failures.get(k.id) ?? 0));
    clearTimeout(this.timer);
    this.timer = window.setTimeout(this.resend, Math.min(LONGEST_WAIT_MS, AGAIN_MS * 2 ** tries));
  }

  private async sendAll(failed: Set<string>): Promise<void> {
    clearTimeout(this.timer);
    this.offline = false;
    for (let next = this.next(failed); next; next = this.next(failed)) {
      try {
        await this.sendOne(next);
      } catch (error) {
        failed.add(next.id);
        this.settle(next.id, null);
        // Without a connection nothing else would arrive either.
        this.offline = error instanceof OfflineError;
        if (this.offline) break;
        this.failures.set(next.id, (this.failures.get(next.id) ?? 0) + 1);
      }
    }
    for (const id of [...this.waiting.keys()]) if (failed.size) this.settle(id, null);
  }

  /** What goes next: the oldest, unless it failed in this round; the end waits for all, an answer for those before it
   * to the same item, as long as these have not failed too often. */
  private next(failed: Set<string>): Kept | undefined {
    const before: Kept[] = [];
    return this.kept.find((k) => {
      const holds = before.some((b) => waitsFor(k, b) && (this.failures.get(b.id) ?? 0) < TRIES_IN_FRONT);
      before.push(k);
      return !failed.has(k.id) && !holds;
    });
  }

  private async sendOne(next: Kept): Promise<void> {
    const params = { params: { path: { code: this.code } } };
    let sent = [next.id];
    try {
      if (next.type === "answer") {
        const given = { id: next.id, item: next.item, response: next.response, waited_ms: Date.now() - next.givenAt };
        const progress: Schemas["ProgressOut"] = body(
          await api.POST("/api/study/{code}/answers/", {
            ...params,
            body: { ...given, waited_ms: Math.max(0, given.waited_ms) },
          }),
        );
        this.settle(next.id, progress);
        this.arrived(progress);
      } else if (next.type === "played") {
        const together = this.kept.filter((k) => k.type === "played").slice(0, STRETCHES_AT_ONCE);
        sent = together.map((k) => k.id);
        await api.POST("/api/study/{code}/played/", { ...params, body: { stretches: together.map((k) => k.stretch) } });
      } else {
        await api.POST("/api/study/{code}/finished/", params);
        this.finished();
      }
    } catch (error) {
      if (!isRefusal(error)) throw error;
      if (next.type === "answer" && !this.waiting.has(next.id)) {
        const { id, item, response } = next;
        this.put("refused", [...this.list<Refused>("refused"), { id, item, response, code: error.code }]);
      }
      this.settle(next.id, null, error);
    }
    this.put(
      "outbox",
      this.kept.filter((k) => !sent.includes(k.id)),
    );
  }

  private settle(id: string, progress: Progress | null, error?: unknown): void {
    this.waiting.get(id)?.(progress, error);
    this.waiting.delete(id);
  }
}

function waitsFor(later: Kept, earlier: Kept): boolean {
  if (earlier.type !== "answer") return false;
  return later.type === "finish" || (later.type === "answer" && later.item === earlier.item);
}

/** The server's last word. A device that is not known for the moment, something between us and the server, or a server
 * that is busy or down, is none. */
function isRefusal(error: unknown): error is ApiError {
  if (!(error instanceof ApiError) || error.code === "unknown" || error.code === "not_joined") return false;
  return error.status < 500 && ![403, 408, 429].includes(error.status);
}
