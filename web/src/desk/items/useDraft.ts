import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState, useSyncExternalStore } from "react";
import { acts, type Content, type Desk, type Item } from "../queries";
import type { DeskState } from "../useDeskState";
import { Draft } from "./draft";

/** The draft of an item while its editor is open; what is left when it closes is saved. */
export function useDraft(item: Item, state: DeskState): Draft {
  const queries = useQueryClient();
  const { mutateAsync, reset } = state.change;
  const lesson = state.desk.id;
  const save = async (version: number, words: Content) => {
    const desk: Desk = await mutateAsync(() => acts.change({ ...item, version }, words));
    return desk.items.find((i) => i.id === item.id);
  };
  const refresh = () => {
    reset();
    queries.invalidateQueries({ queryKey: ["desk", lesson] });
  };
  const door = useRef({ save, refresh });
  door.current = { save, refresh };
  const [draft] = useState(
    () =>
      new Draft(item, {
        save: (version, words) => door.current.save(version, words),
        refresh: () => door.current.refresh(),
        device: localStorage,
      }),
  );
  useSyncExternalStore(draft.subscribe, draft.snapshot);
  useEffect(() => draft.arrived(item), [draft, item]);
  useEffect(() => {
    draft.flush();
    return () => {
      draft.flush();
    };
  }, [draft]);
  return draft;
}
