import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, body, type Schemas } from "../../api/client";

export type ScriptResult = Schemas["ScriptResultOut"];
export type Passage = ScriptResult["sentences"][number];

const at = (assignment_id: string) => ({ params: { path: { assignment_id } } });

export function useScriptResult(assignment: string) {
  return useQuery({
    queryKey: ["sheet", assignment, "script"],
    queryFn: async () => body(await api.GET("/api/assignments/{assignment_id}/script/", at(assignment))),
    refetchInterval: 10_000,
  });
}

/** Makes a lesson of some segments; what it is called stands in the list of lessons. */
export function useRevise(assignment: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (segments: number[]) =>
      body(await api.POST("/api/assignments/{assignment_id}/revisions/", { ...at(assignment), body: { segments } })),
    onSuccess: () => {
      queries.invalidateQueries({ queryKey: ["lessons"] });
      queries.invalidateQueries({ queryKey: ["sheet", assignment] });
    },
  });
}
