import { type QueryKey, useQuery } from "@tanstack/react-query";
import { body } from "./client";

type Tagged<T> = { tag: string; data: T };
type Answer<T> = { data?: T; response: Response };

/** What is asked for again and again: with the tag of what is known, so that the server reads and sends only what has
 * changed since. */
export function usePolled<T>(queryKey: QueryKey, everyMs: number, ask: (headers: HeadersInit) => Promise<Answer<T>>) {
  return useQuery({
    queryKey,
    refetchInterval: everyMs,
    queryFn: async ({ client }): Promise<Tagged<T>> => {
      const known = client.getQueryData<Tagged<T>>(queryKey);
      const answer = await ask(known ? { "If-None-Match": known.tag } : {});
      if (answer.response.status === 304 && known) return known;
      return { tag: answer.response.headers.get("ETag") ?? "", data: body(answer) };
    },
    select: (known) => known.data,
  });
}
