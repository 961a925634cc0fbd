import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, body, type Schemas } from "../api/client";

export type Session = Schemas["SessionOut"];
const KEY = ["session"];

export function useSession() {
  return useQuery({ queryKey: KEY, queryFn: async () => body(await api.GET("/api/session/")), staleTime: 60_000 });
}

/** A mutation whose answer is the session as it then is. */
export function useEnter<V>(send: (given: V) => Promise<{ data?: Session }>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (given: V) => body(await send(given)),
    onSuccess: (session) => queries.setQueryData(KEY, session),
  });
}
