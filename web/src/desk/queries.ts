import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { ApiError, api, body, type Schemas } from "../api/client";
import { useJob } from "../lessons/queries";
import { NO_WISHES } from "./writing/wishes";

export type Desk = Schemas["DeskOut"];
export type Item = Schemas["ItemOut"];

import type { Content } from "../kinds/kinds";

export type { Content };
export type Material = Schemas["MaterialOut"];
export type Segment = Schemas["SegmentOut"];
/** A sentence with its place in the script. */
export type Sentence = Schemas["SentenceOut"] & { position: number };
export type Report = Schemas["ReportOut"];
export type Verdict = Report["verdict"];
export type Finding = Schemas["FindingOut"];
export type Place = Item["place"];
export type Mend = Schemas["MendOut"];

const CHECKING_MS = 700;

export function useDesk(lesson: string) {
  return useQuery({
    queryKey: ["desk", lesson],
    queryFn: async () => body(await api.GET("/api/lessons/{lesson_id}/", { params: { path: { lesson_id: lesson } } })),
    refetchInterval: ({ state }) => state.data?.checking && !(state.error instanceof ApiError) && CHECKING_MS,
  });
}

export function useScript(lesson: string) {
  return useQuery({
    queryKey: ["script", lesson],
    queryFn: async () =>
      body(await api.GET("/api/lessons/{lesson_id}/script/", { params: { path: { lesson_id: lesson } } })).map(
        (sentence, position) => ({ ...sentence, position }),
      ),
    staleTime: 300_000,
  });
}

/** Changes after which the script is read again; so are their undoing and redoing. */
const SCRIPT_CHANGES = new Set(
  "correct_sentence join_sentences split_sentence name_speaker mark_spoken replace use_times".split(" "),
);

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
      // Several steps back at once may have passed over changes of the script.
      const leapt = before !== undefined && desk.version > before.version + 1;
      if (leapt || labels.some((label) => label && SCRIPT_CHANGES.has(label)))
        queries.invalidateQueries({ queryKey: ["script", lesson] });
    },
  });
}

/** A job whose work changes the desk: watched until it ends, when the desk is read again. */
export function useDeskJob(lesson: string, id: string | null) {
  const queries = useQueryClient();
  const job = useJob(id).data;
  const ended = job?.state === "done" || job?.state === "failed";
  useEffect(() => {
    if (ended) queries.invalidateQueries({ queryKey: ["desk", lesson] });
  }, [ended, queries, lesson]);
  return { job, ended, running: id !== null && !ended };
}

const ofLesson = (lesson: string) => ({ params: { path: { lesson_id: lesson } } });
const ofItem = (item: string) => ({ params: { path: { item_id: item } } });
const ofMaterial = (material: string) => ({ params: { path: { material_id: material } } });
const ofSentence = (lesson: string, sentence: number) => ({
  params: { path: { lesson_id: lesson, sentence_id: sentence } },
});
const ofSegment = (segment: string) => ({ params: { path: { segment_id: segment } } });

/** Asks the writer for one more item in the segment that holds an instant; the job to watch. */
export async function proposeAt(desk: Desk, at_ms: number) {
  const segment = desk.segments.find((s) => s.start_ms <= at_ms && at_ms < s.end_ms);
  const wishes = { ...NO_WISHES, ...desk.wishes, count: 1, by: "built_in" as const };
  const given = { ...wishes, seed: at_ms % 1000, segments: segment ? [segment.id] : [] };
  return body(await api.POST("/api/lessons/{lesson_id}/propose/", { ...ofLesson(desk.id), body: given }));
}

/** What can be done to a lesson, each one request. */
export const acts = {
  undo: (lesson: string, to?: number): Sent =>
    api.POST("/api/lessons/{lesson_id}/undo/", { ...ofLesson(lesson), body: to === undefined ? {} : { to } }),
  redo: (lesson: string): Sent => api.POST("/api/lessons/{lesson_id}/redo/", ofLesson(lesson)),
  describe: (lesson: string, given: { title?: string; folder?: string }): Sent =>
    api.PATCH("/api/lessons/{lesson_id}/", { ...ofLesson(lesson), body: given }),
  extract: (lesson: string, start_ms: number | null, end_ms: number | null): Sent =>
    api.PUT("/api/lessons/{lesson_id}/extract/", { ...ofLesson(lesson), body: { start_ms, end_ms } }),
  split: (lesson: string, sentence: number): Sent =>
    api.POST("/api/lessons/{lesson_id}/segments/", { ...ofLesson(lesson), body: { sentence } }),
  divide: (lesson: string, fineness: number): Sent =>
    api.PUT("/api/lessons/{lesson_id}/segments/", { ...ofLesson(lesson), body: { fineness } }),
  moveSegment: (segment: string, sentence: number): Sent =>
    api.PUT("/api/segments/{segment_id}/", { ...ofSegment(segment), body: { sentence } }),
  rename: (segment: string, title: string): Sent =>
    api.PATCH("/api/segments/{segment_id}/", { ...ofSegment(segment), body: { title } }),
  choose: (segment: string, takes_part: boolean, items_to?: "pool" | "dropped"): Sent =>
    api.PATCH("/api/segments/{segment_id}/", {
      ...ofSegment(segment),
      body: { takes_part, ...(items_to ? { items_to } : {}) },
    }),
  merge: (segment: string): Sent => api.DELETE("/api/segments/{segment_id}/", ofSegment(segment)),
  correct: (lesson: string, sentence: Sentence, text: string): Sent =>
    api.PATCH("/api/lessons/{lesson_id}/script/{sentence_id}/", {
      ...ofSentence(lesson, sentence.id),
      body: { text, before: sentence.text },
    }),
  join: (lesson: string, sentence: number): Sent =>
    api.DELETE("/api/lessons/{lesson_id}/script/{sentence_id}/", ofSentence(lesson, sentence)),
  splitSentence: (lesson: string, sentence: number, word: number): Sent =>
    api.POST("/api/lessons/{lesson_id}/script/{sentence_id}/", { ...ofSentence(lesson, sentence), body: { word } }),
  mark: (lesson: string, sentences: number[], given: { speaker?: string; is_spoken?: boolean }): Sent =>
    api.PATCH("/api/lessons/{lesson_id}/script/", { ...ofLesson(lesson), body: { sentences, ...given } }),
  speaker: (lesson: string, before: string, name: string): Sent =>
    api.PUT("/api/lessons/{lesson_id}/script/speakers/", { ...ofLesson(lesson), body: { before, name } }),
  times: (lesson: string, times_by: "captions" | "sound"): Sent =>
    api.PUT("/api/lessons/{lesson_id}/script/times/", { ...ofLesson(lesson), body: { times_by } }),
  add: (lesson: string, content: Content): Sent =>
    api.POST("/api/lessons/{lesson_id}/items/", { ...ofLesson(lesson), body: content }),
  change: (item: Item, content: Content): Sent =>
    api.PUT("/api/items/{item_id}/", {
      ...ofItem(item.id),
      body: content,
      headers: { "If-Match": `"${item.version}"` },
    }),
  changeMaterial: (material: Schemas["MaterialOut"], content: Schemas["MaterialData"]): Sent =>
    api.PUT("/api/materials/{material_id}/", {
      ...ofMaterial(material.id),
      body: content,
      headers: { "If-Match": `"${material.version}"` },
    }),
  dropMaterial: (material: string): Sent => api.DELETE("/api/materials/{material_id}/", ofMaterial(material)),
  matchOf: (glossary: string): Sent => api.POST("/api/materials/{material_id}/", ofMaterial(glossary)),
  put: (lesson: string, ids: string[], place: Place): Sent =>
    api.PATCH("/api/lessons/{lesson_id}/items/", { ...ofLesson(lesson), body: { ids, place } }),
  splitItem: (item: string): Sent => api.POST("/api/items/{item_id}/split/", ofItem(item)),
  pause: (item: string, at_ms: number): Sent =>
    api.PUT("/api/items/{item_id}/pause/", { ...ofItem(item), body: { at_ms } }),
  placeAgain: (item: string): Sent => api.DELETE("/api/items/{item_id}/pause/", ofItem(item)),
  decide: (item: string, decision: "" | "kept" | "kept_anyway", reason = ""): Sent =>
    api.PUT("/api/items/{item_id}/decision/", { ...ofItem(item), body: { decision, reason } }),
  keepAll: (lesson: string, ids: string[]): Sent =>
    api.PUT("/api/lessons/{lesson_id}/decisions/", { ...ofLesson(lesson), body: { ids } }),
  order: (lesson: string, ids: string[]): Sent =>
    api.PUT("/api/lessons/{lesson_id}/items/", { ...ofLesson(lesson), body: { ids } }),
};
