import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, body, type Schemas } from "../api/client";
import { errorOfJob, isOpen } from "../api/jobs";
import { useJob } from "../lessons/queries";
import { useMadeFile } from "../lessons/useMadeFile";
import type { Form, Layout, MaterialKind, Version } from "./parts";

export type Handout = Schemas["HandoutOut"];

const of = (lesson: string) => ({ params: { path: { lesson_id: lesson } } });

/** How a lesson is printed. ``layout`` is as it was last changed here; ``readAt`` changes with what the server has. */
export function useHandout(lesson: string) {
  const queries = useQueryClient();
  const [mine, setMine] = useState<Layout | null>(null);
  const key = ["handout", lesson];
  const read = useQuery({
    queryKey: key,
    queryFn: async () => body(await api.GET("/api/lessons/{lesson_id}/handout/", of(lesson))),
  });
  const save = useMutation({
    mutationFn: async (layout: Layout) =>
      body(await api.PUT("/api/lessons/{lesson_id}/handout/", { ...of(lesson), body: layout })),
    // One after the other: the last change is what stays.
    scope: { id: `handout ${lesson}` },
    onSuccess: (told) => queries.setQueryData(key, told),
  });
  const change = (layout: Layout) => {
    setMine(layout);
    save.mutate(layout);
  };
  return {
    handout: read.data,
    layout: mine ?? read.data?.layout,
    change,
    readAt: read.dataUpdatedAt,
    error: read.error,
    failed: save.error,
  };
}

/** Layouts kept under names. */
export function useKeptLayouts(lesson: string) {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: ["handout", lesson] });
  const keep = useMutation({
    mutationFn: async (given: { name: string; layout: Layout }) =>
      body(await api.POST("/api/layouts/", { body: given })),
    onSuccess,
  });
  const remove = useMutation({
    mutationFn: (id: string) => api.DELETE("/api/layouts/{layout_id}/", { params: { path: { layout_id: id } } }),
    onSuccess,
  });
  return { keep, remove };
}

/** What a part lacks, written by a job; the handout is read again once it is there. */
export function useMaking(lesson: string) {
  const queries = useQueryClient();
  const [id, setId] = useState<string | null>(null);
  const job = useJob(id);
  const ask = useMutation({
    mutationFn: async (wanted: { kind: MaterialKind; share: number }) =>
      body(await api.POST("/api/lessons/{lesson_id}/materials/", { ...of(lesson), body: wanted })),
    onSuccess: (started) => setId(started.id),
  });
  const ended = job.data && !isOpen(job.data);
  useEffect(() => {
    if (ended) void queries.invalidateQueries({ queryKey: ["handout", lesson] });
  }, [ended, lesson, queries]);
  return {
    make: ask.mutate,
    busy: ask.isPending || (id !== null && !ended),
    error: ask.error ?? job.error ?? (job.data?.state === "failed" ? errorOfJob(job.data) : null),
  };
}

/** The handout as a file. */
export function useFile(lesson: string) {
  return useMadeFile(async (wanted: { form: Form; version: Version }) =>
    body(await api.POST("/api/lessons/{lesson_id}/handout/", { ...of(lesson), body: wanted })),
  );
}

export function useGapWords(lesson: string, level: string) {
  return useQuery({
    queryKey: ["gap-words", lesson, level],
    queryFn: async () =>
      body(
        await api.GET("/api/lessons/{lesson_id}/handout/words/", {
          params: { path: { lesson_id: lesson }, query: { level: level as "" } },
        }),
      ),
    staleTime: 60_000,
    placeholderData: (old) => old,
  });
}
