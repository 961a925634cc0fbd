/** What a browser keeps for us; in a frame on another site's page it may refuse, and then it is kept while the page is open. */
class Kept {
  private readonly here = new Map<string, string>();

  constructor(private readonly store: () => Storage) {}

  get(key: string): string | null {
    try {
      return this.store().getItem(key) ?? this.here.get(key) ?? null;
    } catch {
      return this.here.get(key) ?? null;
    }
  }

  set(key: string, value: string): void {
    this.here.set(key, value);
    try {
      this.store().setItem(key, value);
    } catch {
      // It is kept here.
    }
  }

  /** Everything whose name begins so. */
  removeAll(begins: string): void {
    try {
      for (const key of Object.keys(this.store())) if (key.startsWith(begins)) this.remove(key);
    } catch {
      // Nothing was kept there.
    }
    for (const key of [...this.here.keys()]) if (key.startsWith(begins)) this.here.delete(key);
  }

  remove(key: string): void {
    this.here.delete(key);
    try {
      this.store().removeItem(key);
    } catch {
      // Nothing was kept there.
    }
  }
}

/** Over the closing of the browser, and in this tab alone. */
export const onDevice = new Kept(() => localStorage);
export const inTab = new Kept(() => sessionStorage);
