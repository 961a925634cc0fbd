import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ApiError, api, body, type Schemas } from "../api/client";

export type LessonRow = Schemas["LessonOut"];
export type Given = Schemas["OverviewOut"];
export type Job = Schemas["JobOut"];

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
export function errorOfJob(job: Job): ApiError {
  return new ApiError(400, job.error_code ?? "", job.error_message ?? "", job.error_params as Record<string, string>);
}

export function isOpen(job: Job): boolean {
  return job.state === "waiting" || job.state === "running";
}

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

/** Long work, newest first, without what was put away. Looked at each second while some runs. */
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

/** Cancel or put away; try again from where it failed. */
export function useJobActs(job: Job) {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: ["jobs"] });
  const params = { path: { job_id: job.id } };
  const away = useMutation({ mutationFn: () => api.DELETE("/api/jobs/{job_id}/", { params }), onSuccess });
  const again = useMutation({ mutationFn: () => api.POST("/api/jobs/{job_id}/", { params }), onSuccess });
  return { away, again };
}
