import { useQuery, useQueryClient } from "@tanstack/react-query";
import { api, body, type Schemas } from "../api/client";

export type Assignment = Schemas["AssignmentOut"];
export type Policy = Schemas["ShareInRequest"];

export function useAssignments(lesson: string) {
  return useQuery({
    queryKey: ["assignments", lesson],
    queryFn: async () =>
      body(await api.GET("/api/lessons/{lesson_id}/assignments/", { params: { path: { lesson_id: lesson } } })),
  });
}

export function useAssignment(id: string) {
  return useQuery({
    queryKey: ["assignment", id],
    queryFn: async () =>
      body(await api.GET("/api/assignments/{assignment_id}/", { params: { path: { assignment_id: id } } })),
  });
}

/** The rules under which a class was last given something. */
export function useLastRules(schoolClass: string | undefined) {
  return useQuery({
    queryKey: ["rules", schoolClass],
    enabled: schoolClass !== undefined,
    queryFn: async () =>
      body(await api.GET("/api/classes/{class_id}/rules/", { params: { path: { class_id: schoolClass ?? "" } } })),
  });
}

/** Whom a revision lesson was made for. */
export function useWanted(lesson: string) {
  return useQuery({
    queryKey: ["wanted", lesson],
    queryFn: async () =>
      body(await api.GET("/api/lessons/{lesson_id}/wanted/", { params: { path: { lesson_id: lesson } } })),
  });
}

export function useForgetAssignments(lesson: string) {
  const queries = useQueryClient();
  return () => queries.invalidateQueries({ queryKey: ["assignments", lesson] });
}
