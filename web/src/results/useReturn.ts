import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, body } from "../api/client";

/** Lets students see their marks: all of them, those of one item, or one student's. */
export function useReturn(assignment: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (which: { item?: string; student?: string }) =>
      body(
        await api.POST("/api/assignments/{assignment_id}/marks/return/", {
          params: { path: { assignment_id: assignment } },
          body: which,
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["sheet", assignment] }),
  });
}
