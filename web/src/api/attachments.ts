import { api } from "./client";
import { sent } from "./uploads";

/** Sends a picture or a spoken note and keeps it with the lesson; the name by which an item names it. */
export async function attach(lesson: string, kind: "image" | "sound", file: File): Promise<string> {
  const upload = await sent(file);
  const { data } = await api.POST("/api/lessons/{lesson_id}/attachments/", {
    params: { path: { lesson_id: lesson } },
    body: { upload, kind },
  });
  return data?.name ?? "";
}

export function attachedUrl(name: string): string {
  return `/media/attached/${encodeURIComponent(name)}`;
}
