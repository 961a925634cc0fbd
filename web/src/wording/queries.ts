import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, body, type Schemas } from "../api/client";

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

export function useDropWording(lesson: string, tag: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async () =>
      api.DELETE("/api/lessons/{lesson_id}/wordings/{tag}/", { params: { path: { lesson_id: lesson, tag } } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["wording", lesson] }),
  });
}
