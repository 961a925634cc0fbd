import * as tus from "tus-js-client";
import { ApiError, cookie, OfflineError } from "./client";

export type Sending = { pause: () => void; goOn: () => void; cancel: () => void };

type Told = { share: (share: number) => void; done: (id: string) => void; failed: (error: unknown) => void };

const CHUNK_BYTES = 8 * 1024 * 1024;

/** Sends a file in pieces. A line that breaks is waited for; the same file chosen again goes on where it was. */
export function send(file: File, told: Told): Sending {
  const upload = new tus.Upload(file, {
    endpoint: "/api/uploads/",
    chunkSize: CHUNK_BYTES,
    retryDelays: [0, 1000, 3000, 5000, 10_000, 20_000, 30_000, 60_000],
    metadata: { filename: file.name },
    removeFingerprintOnSuccess: true,
    onBeforeRequest: (request) => request.setHeader("X-CSRFToken", cookie("csrftoken")),
    onProgress: (sent, total) => told.share(total ? sent / total : 0),
    onError: (error) => told.failed(errorOf(error)),
    onSuccess: () => told.done(idOf(upload.url)),
  });
  upload.findPreviousUploads().then((before) => {
    const last = before.at(-1);
    if (last) upload.resumeFromPreviousUpload(last);
    upload.start();
  });
  return {
    pause: () => upload.abort(),
    goOn: () => upload.start(),
    cancel: () => upload.abort(true).catch(() => undefined),
  };
}

/** The id of a small file once it has arrived. */
export function sent(file: File): Promise<string> {
  return new Promise((resolve, reject) => send(file, { share: () => undefined, done: resolve, failed: reject }));
}

/** A small file's bytes as text, for what is sent within JSON. */
export async function base64(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  return btoa(Array.from(bytes, (b) => String.fromCharCode(b)).join(""));
}

function idOf(url: string | null): string {
  return url?.replace(/\/$/, "").split("/").at(-1) ?? "";
}

function errorOf(error: Error | tus.DetailedError): unknown {
  const response = "originalResponse" in error ? error.originalResponse : null;
  if (!response) return new OfflineError(error.message);
  const told = read(response.getBody());
  return new ApiError(response.getStatus(), told.code ?? "unknown", told.detail ?? error.message, told.params ?? {});
}

function read(text: string): { code?: string; detail?: string; params?: Record<string, string> } {
  try {
    return JSON.parse(text);
  } catch {
    return {};
  }
}
