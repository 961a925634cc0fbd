import { useQuery, useQueryClient } from "@tanstack/react-query";
import { api, body, type Schemas } from "../api/client";

export type ClassRow = Schemas["ClassOut"];
export type SchoolClass = Schemas["ClassDetailOut"];
export type Member = Schemas["MemberOut"];
export type Roster = Schemas["RosterOut"];

export function useClasses() {
  return useQuery({ queryKey: ["classes"], queryFn: async () => body(await api.GET("/api/classes/")) });
}

export function useClass(id: string | null) {
  return useQuery({
    queryKey: ["class", id],
    enabled: id !== null,
    // Who asks to be let in comes by itself.
    refetchInterval: 15_000,
    queryFn: async () => body(await api.GET("/api/classes/{class_id}/", { params: { path: { class_id: id ?? "" } } })),
  });
}

/** Takes a class as the server has just sent it, so that it needs no second reading. */
export function useTakeClass() {
  const queries = useQueryClient();
  return (fresh: SchoolClass) => {
    queries.setQueryData(["class", fresh.id], fresh);
    queries.invalidateQueries({ queryKey: ["classes"] });
  };
}

const member = (id: string) => ({ params: { path: { member_id: id } } });

/** What can be done with a class and its students; each answers with the class as it is then. */
export const acts = {
  make: async (name: string) => body(await api.POST("/api/classes/", { body: { name } })),
  change: async (id: string, part: Schemas["PatchedClassInRequest"]) =>
    body(await api.PATCH("/api/classes/{class_id}/", { params: { path: { class_id: id } }, body: part })),
  add: async (id: string, text: string) =>
    body(await api.POST("/api/classes/{class_id}/members/", { params: { path: { class_id: id } }, body: { text } })),
  changeMember: async (id: string, part: Schemas["PatchedMemberInRequest"]) =>
    body(await api.PATCH("/api/members/{member_id}/", { ...member(id), body: part })),
  takeOut: async (id: string) => body(await api.DELETE("/api/members/{member_id}/", member(id))),
  bringBack: async (id: string) => body(await api.PUT("/api/members/{member_id}/", member(id))),
  look: async (id: string) => body(await api.GET("/api/classes/{class_id}/", { params: { path: { class_id: id } } })),
  merge: async (id: string, into: string) =>
    body(await api.PUT("/api/members/{member_id}/merged/", { ...member(id), body: { into } })),
  part: async (id: string) => body(await api.DELETE("/api/members/{member_id}/merged/", member(id))),
  letIn: async (id: string) =>
    body(await api.PUT("/api/requests/{request_id}/", { params: { path: { request_id: id } } })),
  refuse: async (id: string) =>
    body(await api.DELETE("/api/requests/{request_id}/", { params: { path: { request_id: id } } })),
  letGo: async (id: string) => body(await api.DELETE("/api/members/{member_id}/held/", member(id))),
};
