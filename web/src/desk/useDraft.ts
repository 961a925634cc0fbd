import { useCallback, useEffect, useRef, useState } from "react";
import { ApiError } from "../api/client";
import { acts, type Content, type Desk, type Item } from "./queries";
import type { DeskState } from "./useDeskState";

const SAVE_AFTER_MS = 900;

/** The words of an item while they are written: kept on the device at once, saved a moment later, never lost.
 *
 * A draft left behind by a closed page or a session that ran out is taken up again. When the item was changed elsewhere the
 * teacher chooses between both versions.
 */
export function useDraft(item: Item, state: DeskState) {
  const key = `escuela.item.${item.id}`;
  const [content, setContent] = useState<Content>(() => read(key) ?? item.content);
  const [elsewhere, setElsewhere] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const version = useRef(item.version);
  const pending = useRef<Content | null>(read(key));
  const sending = useRef(false);
  const timer = useRef(0);
  const { change } = state;
  const { mutateAsync } = change;

  const save = useCallback(async () => {
    clearTimeout(timer.current);
    const words = pending.current;
    if (!words || sending.current) return;
    sending.current = true;
    pending.current = null;
    try {
      const desk: Desk = await mutateAsync(() => acts.change({ ...item, version: version.current }, words));
      version.current = desk.items.find((i) => i.id === item.id)?.version ?? version.current;
      setError(null);
      if (!pending.current) localStorage.removeItem(key);
    } catch (refused) {
      pending.current = pending.current ?? words;
      if (refused instanceof ApiError && refused.status === 412) setElsewhere(true);
      else setError(refused);
    }
    sending.current = false;
    if (pending.current && pending.current !== words) timer.current = window.setTimeout(save, SAVE_AFTER_MS);
  }, [mutateAsync, item, key]);

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
    localStorage.setItem(key, JSON.stringify(next));
    clearTimeout(timer.current);
    timer.current = window.setTimeout(() => latest.current(), SAVE_AFTER_MS);
  };

  const keepMine = () => {
    version.current = item.version;
    setElsewhere(false);
    latest.current();
  };
  const takeTheirs = () => {
    version.current = item.version;
    pending.current = null;
    localStorage.removeItem(key);
    setContent(item.content);
    setElsewhere(false);
  };
  return { content, put, flush: () => latest.current(), elsewhere, error, keepMine, takeTheirs };
}

function read(key: string): Content | null {
  const kept = localStorage.getItem(key);
  return kept ? (JSON.parse(kept) as Content) : null;
}
