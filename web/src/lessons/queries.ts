import { useQuery } from "@tanstack/react-query";
import { api, body, type Schemas } from "../api/client";

export type LessonRow = Schemas["LessonOut"];
export type Given = Schemas["OverviewOut"];
export type Job = Schemas["JobOut"];

export function useLessons(words: string, folder: string | undefined) {
  return useQuery({
    queryKey: ["lessons", words, folder],
    queryFn: async () => body(await api.GET("/api/lessons/", { params: { query: { q: words, folder } } })),
    placeholderData: (old) => old,
  });
}

/** How far each class is with what was shared. */
export function useOverview() {
  return useQuery({ queryKey: ["overview"], queryFn: async () => body(await api.GET("/api/overview/")) });
}

/** Recordings being brought in, and those that could not be. Looked at each second while one runs. */
export function useJobs() {
  return useQuery({
    queryKey: ["jobs"],
    queryFn: async () => body(await api.GET("/api/jobs/")),
    refetchInterval: (query) => (query.state.data?.some((j) => j.state !== "failed") ? 1000 : false),
  });
}

/** One job until it has ended. */
export function useJob(id: string | null) {
  return useQuery({
    queryKey: ["job", id],
    enabled: id !== null,
    queryFn: async () => body(await api.GET("/api/jobs/{job_id}/", { params: { path: { job_id: id ?? "" } } })),
    refetchInterval: (query) => (["done", "failed"].includes(query.state.data?.state ?? "") ? false : 700),
  });
}
