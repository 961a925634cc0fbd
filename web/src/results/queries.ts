import { useQuery } from "@tanstack/react-query";
import { api, body, type Schemas } from "../api/client";

export type Sheet = Schemas["SheetOut"];
export type Cell = Schemas["CellOut"];
export type Look = Schemas["SecondLookOut"];
export type ItemAnswers = Schemas["ItemAnswersOut"];

const POLL_MS = 4000;
const path = (assignment_id: string) => ({ params: { path: { assignment_id } } });

/** The sheet follows the students while they answer. */
export function useSheet(assignment: string) {
  return useQuery({
    queryKey: ["sheet", assignment],
    queryFn: async () => body(await api.GET("/api/assignments/{assignment_id}/sheet/", path(assignment))),
    refetchInterval: POLL_MS,
  });
}

export function useSegmentResult(assignment: string, number: number) {
  return useQuery({
    queryKey: ["sheet", assignment, "segment", number],
    queryFn: async () =>
      body(
        await api.GET("/api/assignments/{assignment_id}/segments/{number}/", {
          params: { path: { assignment_id: assignment, number } },
        }),
      ),
    refetchInterval: POLL_MS,
  });
}

export function useItemAnswers(assignment: string, item: string) {
  return useQuery({
    queryKey: ["sheet", assignment, "item", item],
    queryFn: async () =>
      body(
        await api.GET("/api/assignments/{assignment_id}/items/{item_id}/", {
          params: { path: { assignment_id: assignment, item_id: item } },
        }),
      ),
    refetchInterval: POLL_MS,
  });
}

export function useLooks(assignment: string) {
  return useQuery({
    queryKey: ["sheet", assignment, "looks"],
    queryFn: async () => body(await api.GET("/api/assignments/{assignment_id}/looks/", path(assignment))),
    refetchInterval: POLL_MS,
  });
}

export function useStudentResult(assignment: string, student: string) {
  return useQuery({
    queryKey: ["sheet", assignment, "student", student],
    queryFn: async () =>
      body(
        await api.GET("/api/assignments/{assignment_id}/students/{student_id}/", {
          params: { path: { assignment_id: assignment, student_id: student } },
        }),
      ),
  });
}
