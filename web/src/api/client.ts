import createClient, { type Middleware } from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];

/** What the server refuses: a code for the catalogue, and its own sentence where the catalogue has none. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    detail: string,
    readonly params: Record<string, string | number>,
  ) {
    super(detail);
  }
}

/** No answer came: the network or the server is away. */
export class OfflineError extends Error {}

export function cookie(name: string): string {
  const found = document.cookie.split("; ").find((part) => part.startsWith(`${name}=`));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : "";
}

export async function errorOf(response: Response): Promise<ApiError> {
  const body = await response.json().catch(() => ({}));
  return new ApiError(response.status, body.code ?? "unknown", body.detail ?? response.statusText, body.params ?? {});
}

const guard: Middleware = {
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set("X-CSRFToken", cookie("csrftoken"));
    return request;
  },
  async onResponse({ response }) {
    if (!response.ok && response.status !== 304) throw await errorOf(response);
    return response;
  },
  onError({ error }) {
    return error instanceof ApiError ? error : new OfflineError(String(error));
  },
};

export const api = createClient<paths>({ baseUrl: "/", credentials: "same-origin" });
api.use(guard);

/** The body of an answer that is known to have one. */
export function body<T>(result: { data?: T }): T {
  if (result.data === undefined) throw new ApiError(500, "unknown", "The server sent nothing.", {});
  return result.data;
}
