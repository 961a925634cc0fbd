import { useMemo, useState } from "react";
import { acts, type Desk, type Item, type Place } from "./queries";

/** The item in hand, and those that are marked to be acted on together. */
export type Selection = {
  selected: string | null;
  select: (item: string | null) => void;
  item: Item | undefined;
  editing: boolean;
  edit: (on: boolean) => void;
  marked: string[];
  mark: (item: string) => void;
  markAll: (items: string[]) => void;
  /** Puts items somewhere in one change; what was put is no longer marked. */
  put: (items: string[], place: Place) => void;
};

export function useSelection(desk: Desk, run: (send: () => Promise<{ data?: Desk }>) => void): Selection {
  const [selected, select] = useState<string | null>(null);
  const [editing, edit] = useState(false);
  const [marked, markAll] = useState<string[]>([]);
  const item = useMemo(() => desk.items.find((i) => i.id === selected), [desk.items, selected]);
  const mark = (id: string) => markAll((old) => turned(old, id));
  const put = (ids: string[], place: Place) => {
    run(() => acts.put(desk.id, ids, place));
    markAll((old) => old.filter((id) => !ids.includes(id)));
  };
  return { selected, select, item, editing, edit, marked, mark, markAll, put };
}

/** ``one`` taken out of a list, or put into it where it was not there. */
export function turned<T>(list: T[], one: T): T[] {
  return list.includes(one) ? list.filter((o) => o !== one) : [...list, one];
}
