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

function cookie(name: string): string {
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
    if (!response.ok) throw await errorOf(response);
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

/** A multipart upload with its progress (0 to 1), which fetch cannot tell. */
export function upload<T>(address: string, form: FormData, progress: (share: number) => void): Promise<T> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open("POST", address);
    request.setRequestHeader("X-CSRFToken", cookie("csrftoken"));
    request.upload.onprogress = (event) => progress(event.total ? event.loaded / event.total : 0);
    request.onerror = () => reject(new OfflineError("upload"));
    request.onload = async () => {
      const response = new Response(request.responseText, { status: request.status });
      if (response.ok) resolve((await response.json()) as T);
      else reject(await errorOf(response));
    };
    request.send(form);
  });
}
