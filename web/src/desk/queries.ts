import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, body, type Schemas } from "../api/client";

export type Desk = Schemas["DeskOut"];
export type Item = Schemas["ItemOut"];
export type Content = Schemas["ItemContent"];
export type Segment = Schemas["SegmentOut"];
export type Sentence = Schemas["SentenceOut"];
export type Report = Schemas["ReportOut"];
export type Verdict = Report["verdict"];
export type Finding = Schemas["FindingOut"];

const CHECKING_MS = 700;

export function useDesk(lesson: string) {
  return useQuery({
    queryKey: ["desk", lesson],
    queryFn: async () => body(await api.GET("/api/lessons/{lesson_id}/", { params: { path: { lesson_id: lesson } } })),
    refetchInterval: (query) => (query.state.data?.checking ? CHECKING_MS : false),
  });
}

export function useScript(lesson: string) {
  return useQuery({
    queryKey: ["script", lesson],
    queryFn: async () =>
      body(await api.GET("/api/lessons/{lesson_id}/script/", { params: { path: { lesson_id: lesson } } })),
    staleTime: 300_000,
  });
}

type Sent = Promise<{ data?: Desk }>;

/** One change to the lesson; its answer is the desk as it then is. */
export function useChange(lesson: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (send: () => Sent) => body(await send()),
    onSuccess: (desk) => {
      const before = queries.getQueryData<Desk>(["desk", lesson]);
      if (!before || desk.version >= before.version) queries.setQueryData(["desk", lesson], desk);
      queries.invalidateQueries({ queryKey: ["lessons"] });
      const labels = [before?.undo, before?.redo, desk.undo, desk.redo];
      if (labels.includes("correct_sentence")) queries.invalidateQueries({ queryKey: ["script", lesson] });
    },
  });
}

const ofLesson = (lesson: string) => ({ params: { path: { lesson_id: lesson } } });
const ofItem = (item: string) => ({ params: { path: { item_id: item } } });
const ofSegment = (segment: string) => ({ params: { path: { segment_id: segment } } });

/** Asks the writer for one more item in the segment that holds an instant; the job to watch. */
export async function proposeAt(desk: Desk, at_ms: number) {
  const segment = desk.segments.find((s) => s.start_ms <= at_ms && at_ms < s.end_ms);
  const given = {
    kinds: ["choice", "true_false", "gap"] as const,
    count: 1,
    seed: at_ms % 1000,
    segments: segment ? [segment.id] : [],
  };
  return body(
    await api.POST("/api/lessons/{lesson_id}/propose/", {
      ...ofLesson(desk.id),
      body: { ...given, kinds: [...given.kinds] },
    }),
  );
}

/** What can be done to a lesson, each one request. */
export const acts = {
  undo: (lesson: string): Sent => api.POST("/api/lessons/{lesson_id}/undo/", ofLesson(lesson)),
  redo: (lesson: string): Sent => api.POST("/api/lessons/{lesson_id}/redo/", ofLesson(lesson)),
  describe: (lesson: string, given: { title?: string; folder?: string }): Sent =>
    api.PATCH("/api/lessons/{lesson_id}/", { ...ofLesson(lesson), body: given }),
  extract: (lesson: string, start_ms: number | null, end_ms: number | null): Sent =>
    api.PUT("/api/lessons/{lesson_id}/extract/", { ...ofLesson(lesson), body: { start_ms, end_ms } }),
  split: (lesson: string, position: number): Sent =>
    api.POST("/api/lessons/{lesson_id}/segments/", { ...ofLesson(lesson), body: { position } }),
  rename: (segment: string, title: string): Sent =>
    api.PATCH("/api/segments/{segment_id}/", { ...ofSegment(segment), body: { title } }),
  merge: (segment: string): Sent => api.DELETE("/api/segments/{segment_id}/", ofSegment(segment)),
  correct: (lesson: string, position: number, text: string): Sent =>
    api.PATCH("/api/lessons/{lesson_id}/script/{position}/", {
      params: { path: { lesson_id: lesson, position } },
      body: { text },
    }),
  add: (lesson: string, content: Content): Sent =>
    api.POST("/api/lessons/{lesson_id}/items/", { ...ofLesson(lesson), body: content }),
  change: (item: Item, content: Content): Sent =>
    api.PUT("/api/items/{item_id}/", {
      ...ofItem(item.id),
      body: content,
      headers: { "If-Match": `"${item.version}"` },
    }),
  put: (item: string, place: "pool" | "lesson" | "dropped"): Sent =>
    api.PUT("/api/items/{item_id}/place/", { ...ofItem(item), body: { place } }),
  pause: (item: string, at_ms: number): Sent =>
    api.PUT("/api/items/{item_id}/pause/", { ...ofItem(item), body: { at_ms } }),
  placeAgain: (item: string): Sent => api.DELETE("/api/items/{item_id}/pause/", ofItem(item)),
  decide: (item: string, decision: "" | "kept" | "kept_anyway", reason = ""): Sent =>
    api.PUT("/api/items/{item_id}/decision/", { ...ofItem(item), body: { decision, reason } }),
  order: (lesson: string, ids: string[]): Sent =>
    api.PUT("/api/lessons/{lesson_id}/items/", { ...ofLesson(lesson), body: { ids } }),
};
