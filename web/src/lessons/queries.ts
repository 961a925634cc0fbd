import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useTranslation } from "react-i18next";
import { ApiError, api, body, type Schemas } from "../api/client";
import { isOpen, type Job } from "../api/jobs";
import { useUndo } from "../ui/Undo";

export type LessonRow = Schemas["LessonOut"];
export type Given = Schemas["OverviewOut"];

/** What looking at a file or a link found. */
export type Look = {
  title: string;
  duration_ms: number | null;
  language: string;
  tracks: { id: string; language: string; label: string; by_machine: boolean }[];
  chapters: number;
  has_sound: boolean;
  same_as: { lesson: string; title: string } | null;
  ways: { recognise: string; plain: string };
};

/** The sentence of a job that failed, as an error like any other. */
/** What was deleted and can be restored. */
export const DELETED = Symbol("deleted");
/** A folder, all of them, or the deleted lessons. */
export type Shelf = string | undefined | typeof DELETED;

export const ORDERS = ["newest", "title", "longest"] as const;
export type Order = (typeof ORDERS)[number];

export function sorted(rows: LessonRow[], order: Order): LessonRow[] {
  const by = {
    newest: (a: LessonRow, b: LessonRow) => b.created_at.localeCompare(a.created_at),
    title: (a: LessonRow, b: LessonRow) => a.title.localeCompare(b.title, undefined, { numeric: true }),
    longest: (a: LessonRow, b: LessonRow) => b.duration_ms - a.duration_ms,
  };
  return [...rows].sort(by[order]);
}

export function foldersOf(lessons: LessonRow[]): string[] {
  return [...new Set(lessons.map((l) => l.folder).filter(Boolean))].sort((a, b) => a.localeCompare(b));
}

export function useLessons(words: string, folder: Shelf) {
  const query = folder === DELETED ? { q: words, removed: "1" } : { q: words, folder };
  return useQuery({
    queryKey: ["lessons", query],
    queryFn: async () => body(await api.GET("/api/lessons/", { params: { query } })),
    placeholderData: (old) => old,
  });
}

/** How far each class is with what was shared. */
export function useOverview() {
  return useQuery({ queryKey: ["overview"], queryFn: async () => body(await api.GET("/api/overview/")) });
}

/** Long work, newest first, without what was removed. Looked at each second while some runs. */
export function useJobs() {
  return useQuery({
    queryKey: ["jobs"],
    queryFn: async () => body(await api.GET("/api/jobs/")),
    refetchInterval: ({ state }) => state.data?.some(isOpen) && !(state.error instanceof ApiError) && 1000,
  });
}

/** One job until it has ended. */
export function useJob(id: string | null) {
  return useQuery({
    queryKey: ["job", id],
    enabled: id !== null,
    queryFn: async () => body(await api.GET("/api/jobs/{job_id}/", { params: { path: { job_id: id ?? "" } } })),
    refetchInterval: ({ state }) => !(state.data && !isOpen(state.data)) && !(state.error instanceof ApiError) && 700,
  });
}

/** Cancel or remove; try again from where it failed. */
export function useJobActs(job: Job) {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: ["jobs"] });
  const params = { path: { job_id: job.id } };
  const away = useMutation({ mutationFn: () => api.DELETE("/api/jobs/{job_id}/", { params }), onSuccess });
  const again = useMutation({ mutationFn: () => api.POST("/api/jobs/{job_id}/", { params }), onSuccess });
  return { away, again };
}

/** What can be done to lessons from outside; deleting can be taken back. */
export function useLessonActs() {
  const { t } = useTranslation();
  const queries = useQueryClient();
  const undo = useUndo();
  const act = useMutation({
    mutationFn: (send: () => Promise<unknown>) => send(),
    onSuccess: () =>
      Promise.all([
        queries.invalidateQueries({ queryKey: ["lessons"] }),
        queries.invalidateQueries({ queryKey: ["overview"] }),
      ]),
  });
  const of = (lesson: LessonRow) => ({ params: { path: { lesson_id: lesson.id } } });
  const restore = (l: LessonRow) => act.mutateAsync(() => api.PUT("/api/lessons/{lesson_id}/removed/", of(l)));
  return {
    error: act.error,
    duplicate: (l: LessonRow) => act.mutate(() => api.POST("/api/lessons/{lesson_id}/copy/", of(l))),
    remove: (l: LessonRow) =>
      act.mutate(() => api.POST("/api/lessons/{lesson_id}/removed/", of(l)), {
        onSuccess: () => undo.offer(t("lessons.removed", { title: l.title }), () => restore(l)),
      }),
    bringBack: (l: LessonRow) => void restore(l).catch(() => undefined),
    forGood: (l: LessonRow) => act.mutate(() => api.DELETE("/api/lessons/{lesson_id}/removed/", of(l))),
    describe: (l: LessonRow, given: { title: string; folder: string }, done: () => void) =>
      act.mutate(() => api.PATCH("/api/lessons/{lesson_id}/", { ...of(l), body: given }), { onSuccess: done }),
    renameFolder: (before: string, after: string, done: () => void) =>
      act.mutate(() => api.PATCH("/api/folders/", { body: { before, after } }), { onSuccess: done }),
  };
}
