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
  change: async (id: string, part: { name?: string; archived?: boolean }) =>
    body(await api.PATCH("/api/classes/{class_id}/", { params: { path: { class_id: id } }, body: part })),
  add: async (id: string, text: string) =>
    body(await api.POST("/api/classes/{class_id}/members/", { params: { path: { class_id: id } }, body: { text } })),
  changeMember: async (id: string, part: Schemas["PatchedMemberInRequest"]) =>
    body(await api.PATCH("/api/members/{member_id}/", { ...member(id), body: part })),
  takeOut: async (id: string) => body(await api.DELETE("/api/members/{member_id}/", member(id))),
  bringBack: async (id: string) => body(await api.PUT("/api/members/{member_id}/", member(id))),
  letGo: async (id: string) => body(await api.DELETE("/api/members/{member_id}/held/", member(id))),
};
