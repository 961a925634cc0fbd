import { api, body } from "./client";
import { resultOf } from "./jobs";
import { sent } from "./uploads";

/** Sends a picture or a voice note and has it kept with the lesson; the name by which an item names it. */
export async function attach(lesson: string, kind: "image" | "sound", file: File): Promise<string> {
  const upload = await sent(file);
  const started = await api.POST("/api/lessons/{lesson_id}/attachments/", {
    params: { path: { lesson_id: lesson } },
    body: { upload, kind },
  });
  return String((await resultOf(body(started))).name ?? "");
}

export function attachedUrl(name: string): string {
  return `/media/attached/${encodeURIComponent(name)}`;
}
