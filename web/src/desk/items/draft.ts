import { ApiError } from "../../api/client";
import type { Content, Item } from "../queries";
import { merged, same } from "./merge";

type Field = keyof Content;

export const SAVE_AFTER_MS = 900;

/** What a draft needs of the outside. */
export type DraftDoor = {
  /** Saves the words on top of a version; the item as it is then. Rejects with the server's reason. */
  save: (version: number, words: Content) => Promise<Item | undefined>;
  /** Has the item fetched again, since it was changed elsewhere. */
  refresh: () => void;
  /** Where what was typed outlives the page. */
  device: Pick<Storage, "getItem" | "setItem" | "removeItem">;
};

/** What was typed, on what it was typed. */
type Kept = { content: Content; base: Content; version: number };

/** The words of an item while they are written: kept on the device at once, saved a moment later, never lost.
 *
 * A draft left behind by a closed page or a session that ran out is taken up again. When the item was changed elsewhere
 * meanwhile, both versions become one; what both changed otherwise is in ``open`` until the teacher has chosen. */
export class Draft {
  content: Content;
  open: Field[] = [];
  error: unknown = null;
  private base: Content;
  private version: number;
  private pending: Content | null;
  private sending = false;
  private refused = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly key: string;
  private listeners = new Set<() => void>();
  private turn = 0;

  constructor(
    private item: Item,
    private readonly door: DraftDoor,
  ) {
    this.key = `escuela.item.${item.id}`;
    const left = this.left();
    this.content = left?.content ?? item.content;
    this.base = left?.base ?? item.content;
    this.version = left?.version ?? item.version;
    this.pending = left?.content ?? null;
  }

  subscribe = (tell: () => void): (() => void) => {
    this.listeners.add(tell);
    return () => this.listeners.delete(tell);
  };

  /** Counts up with each change that can be seen. */
  snapshot = (): number => this.turn;

  put = (part: Partial<Content>): void => {
    this.content = { ...this.content, ...part };
    this.pending = this.content;
    this.keep();
    clearTimeout(this.timer);
    if (this.open.length === 0) this.timer = setTimeout(() => this.flush(), SAVE_AFTER_MS);
    this.tell();
  };

  /** Saves what is not saved yet. */
  async flush(): Promise<void> {
    clearTimeout(this.timer);
    const words = this.pending;
    if (!words || this.sending) return;
    this.sending = true;
    this.pending = null;
    try {
      const fresh = await this.door.save(this.version, words);
      this.version = fresh?.version ?? this.version;
      this.base = words;
      this.error = null;
      if (!this.pending) this.door.device.removeItem(this.key);
    } catch (failed) {
      this.pending = this.pending ?? words;
      if (failed instanceof ApiError && failed.status === 412) {
        this.refused = true;
        this.door.refresh();
        this.join();
      } else this.error = failed;
    }
    this.sending = false;
    if (this.pending && this.pending !== words) this.timer = setTimeout(() => this.flush(), SAVE_AFTER_MS);
    this.tell();
  }

  /** The item as it was just read. */
  arrived(item: Item): void {
    this.item = item;
    this.join();
  }

  /** Where saving was refused and the newer version is here, whatever only one side changed is put together. */
  private join(): void {
    if (!this.refused || !this.pending || this.item.version === this.version) return;
    this.refused = false;
    const both = merged({ base: this.base, mine: this.pending, theirs: this.item.content });
    this.goOn(both.content, both.open);
  }

  /** Settles a field that both have changed. */
  choose = (field: Field, whose: "mine" | "theirs"): void => {
    const next = whose === "mine" ? this.content : { ...this.content, [field]: this.item.content[field] };
    this.goOn(
      next,
      this.open.filter((f) => f !== field),
    );
  };

  private goOn(next: Content, still: Field[]): void {
    this.content = next;
    this.open = still;
    const settled = still.length === 0;
    // Theirs altogether: there is nothing of one's own left to save.
    const theirs = same(next, this.item.content);
    if (theirs || settled) {
      this.version = this.item.version;
      this.base = this.item.content;
    }
    this.pending = theirs ? null : next;
    if (theirs) this.door.device.removeItem(this.key);
    else this.keep();
    if (settled) this.flush();
    this.tell();
  }

  private keep(): void {
    const kept: Kept = { content: this.content, base: this.base, version: this.version };
    this.door.device.setItem(this.key, JSON.stringify(kept));
  }

  private left(): Kept | null {
    const kept = this.door.device.getItem(this.key);
    return kept ? (JSON.parse(kept) as Kept) : null;
  }

  private tell(): void {
    this.turn += 1;
    for (const tell of this.listeners) tell();
  }
}
