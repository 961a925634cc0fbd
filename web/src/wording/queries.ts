import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, body, type Schemas } from "../api/client";
import { useDeskJob } from "../desk/queries";

export type Wording = Schemas["WordingOut"];
export type WordedItem = Schemas["WordedItemOut"];
export type Line = WordedItem["lines"][number];

const keyOf = (lesson: string, tag: string) => ["wording", lesson, tag];

/** A lesson's items line by line beside their words in ``tag``. */
export function useWordingOf(lesson: string, tag: string) {
  return useQuery({
    queryKey: keyOf(lesson, tag),
    queryFn: async () =>
      body(await api.GET("/api/lessons/{lesson_id}/wordings/{tag}/", { params: { path: { lesson_id: lesson, tag } } })),
  });
}

/** Keeps one text; lines of one item are written one after the other. */
export function useWrite(lesson: string, tag: string, item: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async ({ at, text }: { at: string; text: string }) =>
      body(
        await api.PATCH("/api/items/{item_id}/wordings/{tag}/", {
          params: { path: { item_id: item, tag } },
          body: { texts: { [at]: text } },
        }),
      ),
    scope: { id: `wording ${item}` },
    onSuccess: (told) => {
      const put = (items: WordedItem[]) => items.map((i) => (i.id === told.id ? told : i));
      queries.setQueryData<Wording>(keyOf(lesson, tag), (old) => old && { ...old, items: put(old.items) });
      queries.invalidateQueries({ queryKey: ["desk", lesson] });
    },
  });
}

/** Has a service write what is missing, and shows it as it comes. */
export function useFill(lesson: string, tag: string) {
  const queries = useQueryClient();
  const [watched, watch] = useState<string | null>(null);
  const { job, running } = useDeskJob(lesson, watched);
  const ask = useMutation({
    mutationFn: async () =>
      body(
        await api.POST("/api/lessons/{lesson_id}/wordings/{tag}/", { params: { path: { lesson_id: lesson, tag } } }),
      ),
    onSuccess: (begun) => watch(begun.id),
  });
  const { written = 0, wanted = 0 } = (job?.result ?? {}) as { written?: number; wanted?: number };
  // biome-ignore lint/correctness/useExhaustiveDependencies: each batch that came is read
  useEffect(() => {
    if (written) queries.invalidateQueries({ queryKey: keyOf(lesson, tag) });
  }, [written]);
  return { ask, job, running: running || ask.isPending, written, wanted };
}

export function useDropWording(lesson: string, tag: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async () =>
      api.DELETE("/api/lessons/{lesson_id}/wordings/{tag}/", { params: { path: { lesson_id: lesson, tag } } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["wording", lesson] }),
  });
}
