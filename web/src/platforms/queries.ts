import { useQuery, useQueryClient } from "@tanstack/react-query";
import { api, body, type Schemas } from "../api/client";

export type Platform = Schemas["PlatformOut"];
export type FromPlatform = Schemas["FromPlatformOut"];

const ALL = ["platforms"];

export function usePlatforms() {
  return useQuery({ queryKey: ALL, queryFn: async () => body(await api.GET("/api/platforms/")) });
}

export function useForgetPlatforms() {
  const queries = useQueryClient();
  return async () => {
    await queries.invalidateQueries({ queryKey: ALL });
    await queries.invalidateQueries({ queryKey: ["known-there"] });
  };
}

const one = (id: string) => ({ params: { path: { platform_id: id } } });

/** What can be done with a platform; each answers with it as it is then. */
export const acts = {
  make: async (name: string) => body(await api.POST("/api/platforms/", { body: { name } })),
  change: async (id: string, part: Schemas["PatchedPlatformInRequest"]) =>
    body(await api.PATCH("/api/platforms/{platform_id}/", { ...one(id), body: part })),
  takeAway: (id: string) => api.DELETE("/api/platforms/{platform_id}/", one(id)),
  bringBack: async (id: string) => body(await api.PUT("/api/platforms/{platform_id}/", one(id))),
  tryAgain: async (id: string) => body(await api.POST("/api/platforms/{platform_id}/again/", one(id))),
};

const ticketed = (ticket: string) => ({ params: { path: { ticket } } });

/** What a teacher came from a platform for; asked again until it is known who they are. */
export function useFromPlatform(ticket: string, waits: boolean) {
  return useQuery({
    queryKey: ["from-platform", ticket],
    queryFn: async () => body(await api.GET("/api/lti/{ticket}/", ticketed(ticket))),
    refetchInterval: ({ state }) => waits && state.data?.who === "" && 2_000,
  });
}

export async function sayWho(ticket: string): Promise<FromPlatform> {
  return body(await api.PUT("/api/lti/{ticket}/teacher/", ticketed(ticket)));
}

export type Choice = { lesson: string } | { assignment: string };

/** ``withUnseen``: also items that nobody has looked at. */
export async function choose(ticket: string, choice: Choice, withUnseen: boolean) {
  const what = { ...choice, with_unseen: withUnseen };
  return body(await api.POST("/api/lti/{ticket}/", { ...ticketed(ticket), body: what }));
}
