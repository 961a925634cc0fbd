import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { ApiError } from "../api/client";
import { merged, same } from "./merge";
import { acts, type Content, type Desk, type Item } from "./queries";
import type { DeskState } from "./useDeskState";

type Field = keyof Content;

const SAVE_AFTER_MS = 900;

/** The words of an item while they are written: kept on the device at once, saved a moment later, never lost.
 *
 * A draft left behind by a closed page or a session that ran out is taken up again. When the item was changed elsewhere
 * meanwhile, both versions become one; what both changed otherwise is in ``open`` until the teacher has chosen.
 */
export function useDraft(item: Item, state: DeskState) {
  const key = `escuela.item.${item.id}`;
  const [left] = useState(() => read(key));
  const [content, setContent] = useState<Content>(left?.content ?? item.content);
  const [open, setOpen] = useState<Field[]>([]);
  const [refused, setRefused] = useState(false);
  const base = useRef(left?.base ?? item.content);
  const [error, setError] = useState<unknown>(null);
  const version = useRef(left?.version ?? item.version);
  const pending = useRef<Content | null>(left?.content ?? null);
  const sending = useRef(false);
  const timer = useRef(0);
  const { change } = state;
  const lesson = state.desk.id;
  const queries = useQueryClient();
  const { mutateAsync, reset } = change;

  const save = useCallback(async () => {
    clearTimeout(timer.current);
    const words = pending.current;
    if (!words || sending.current) return;
    sending.current = true;
    pending.current = null;
    try {
      const desk: Desk = await mutateAsync(() => acts.change({ ...item, version: version.current }, words));
      version.current = desk.items.find((i) => i.id === item.id)?.version ?? version.current;
      base.current = words;
      setError(null);
      if (!pending.current) localStorage.removeItem(key);
    } catch (failed) {
      pending.current = pending.current ?? words;
      if (failed instanceof ApiError && failed.status === 412) {
        setRefused(true);
        reset();
        queries.invalidateQueries({ queryKey: ["desk", lesson] });
      } else setError(failed);
    }
    sending.current = false;
    if (pending.current && pending.current !== words) timer.current = window.setTimeout(save, SAVE_AFTER_MS);
  }, [mutateAsync, reset, item, key, queries, lesson]);

  const latest = useRef(save);
  latest.current = save;
  useEffect(() => {
    if (pending.current) latest.current();
    return () => {
      latest.current();
    };
  }, []);

  const put = (part: Partial<Content>) => {
    const next = { ...content, ...part };
    setContent(next);
    pending.current = next;
    keep(key, { content: next, base: base.current, version: version.current });
    clearTimeout(timer.current);
    if (open.length === 0) timer.current = window.setTimeout(() => latest.current(), SAVE_AFTER_MS);
  };

  const goOn = (next: Content, still: Field[]) => {
    setContent(next);
    setOpen(still);
    if (same(next, item.content)) {
      // Theirs altogether: there is nothing of one's own left to save.
      version.current = item.version;
      base.current = item.content;
      pending.current = null;
      localStorage.removeItem(key);
      return;
    }
    pending.current = next;
    if (still.length === 0) {
      version.current = item.version;
      base.current = item.content;
    }
    keep(key, { content: next, base: base.current, version: version.current });
    if (still.length === 0) latest.current();
  };
  const joined = useRef(goOn);
  joined.current = goOn;
  // The newer version has come: whatever only one side changed is put together, the rest waits for the teacher.
  useEffect(() => {
    if (!refused || !pending.current || item.version === version.current) return;
    setRefused(false);
    const both = merged({ base: base.current, mine: pending.current, theirs: item.content });
    joined.current(both.content, both.open);
  }, [item, refused]);
  const choose = (field: Field, whose: "mine" | "theirs") =>
    goOn(
      whose === "mine" ? content : { ...content, [field]: item.content[field] },
      open.filter((f) => f !== field),
    );
  return { content, put, flush: () => latest.current(), open, choose, error };
}

/** What was typed, on what it was typed. */
type Kept = { content: Content; base: Content; version: number };

function keep(key: string, kept: Kept): void {
  localStorage.setItem(key, JSON.stringify(kept));
}

function read(key: string): Kept | null {
  const kept = localStorage.getItem(key);
  return kept ? (JSON.parse(kept) as Kept) : null;
}
