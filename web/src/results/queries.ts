import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, body, type Schemas } from "../api/client";
import { usePolled } from "../api/unchanged";

export type Sheet = Schemas["SheetOut"];
export type Cell = Schemas["CellOut"];
export type Look = Schemas["SecondLookOut"];
export type StudentResult = Schemas["StudentResultOut"];
export type ItemAnswers = Schemas["ItemAnswersOut"];

const POLL_MS = 4000;
const path = (assignment_id: string) => ({ params: { path: { assignment_id } } });

/** The sheet follows the students while they answer. */
export function useSheet(assignment: string) {
  return usePolled(["sheet", assignment], POLL_MS, (headers) =>
    api.GET("/api/assignments/{assignment_id}/sheet/", { ...path(assignment), headers }),
  );
}

export function useSegmentResult(assignment: string, number: number) {
  return usePolled(["sheet", assignment, "segment", number], POLL_MS, (headers) =>
    api.GET("/api/assignments/{assignment_id}/segments/{number}/", {
      params: { path: { assignment_id: assignment, number } },
      headers,
    }),
  );
}

export function useItemAnswers(assignment: string, item: string) {
  return usePolled(["sheet", assignment, "item", item], POLL_MS, (headers) =>
    api.GET("/api/assignments/{assignment_id}/items/{item_id}/", {
      params: { path: { assignment_id: assignment, item_id: item } },
      headers,
    }),
  );
}

export function useLooks(assignment: string) {
  return usePolled(["sheet", assignment, "looks"], POLL_MS, (headers) =>
    api.GET("/api/assignments/{assignment_id}/looks/", { ...path(assignment), headers }),
  );
}

/** What is done for one student: a word on all of it, going on after handing in. */
export function useForOne(assignment: string, student: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (wanted: Schemas["PatchedForOneInRequest"]) =>
      body(
        await api.PATCH("/api/assignments/{assignment_id}/students/{student_id}/", {
          params: { path: { assignment_id: assignment, student_id: student } },
          body: wanted,
        }),
      ),
    onSuccess: (fresh) => {
      queries.setQueryData(["sheet", assignment, "student", student], fresh);
      queries.invalidateQueries({ queryKey: ["sheet", assignment], exact: true });
    },
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
