import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api } from "../../api/client";
import type { ItemAnswers } from "../queries";
import { type Draft, dropDraft } from "./drafts";

export type Given = ItemAnswers["answers"][number];

/** Gives marks to answers as they were seen: one that was marked elsewhere meanwhile is not overwritten. */
export function useMarks(assignment: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async ({ answers, draft }: { answers: Given[]; draft: Draft }) => {
      await api.POST("/api/assignments/{assignment_id}/marks/", {
        params: { path: { assignment_id: assignment } },
        body: {
          answers: answers.map((a) => ({ answer: a.id, marked_at: a.marked_at })),
          marks: draft.marks ?? 0,
          comment: draft.comment,
        },
      });
      for (const answer of answers) dropDraft(answer.id);
    },
    // What was put down stays in sight until the marks are there.
    onSettled: () => queries.invalidateQueries({ queryKey: ["sheet", assignment] }),
  });
}
