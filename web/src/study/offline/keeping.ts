import type { StudyLesson } from "../door";
import { cacheOf, isLesson } from "./names";

/** Whether this browser can keep a lesson, and the lesson can be kept: its recording is a file of ours. */
export function canKeep(lesson: StudyLesson): boolean {
  return "serviceWorker" in navigator && "caches" in window && lesson.player_url === "";
}

export const isKept = (code: string): Promise<boolean> => caches.has(cacheOf(code));

/** How many bytes the recording takes, which is nearly all there is; null where the server does not say. */
export async function sizeOf(lesson: StudyLesson): Promise<number | null> {
  const answer = await fetch(lesson.media_url, { method: "HEAD" });
  return Number(answer.headers.get("Content-Length")) || null;
}

/** Keeps everything the lesson needs on this device. Rejects where there is no room or no network; then nothing is
 * kept. */
export async function keep(code: string, lesson: StudyLesson): Promise<void> {
  await navigator.serviceWorker.register("/s/offline.js", { scope: "/s/" });
  await navigator.serviceWorker.ready;
  const kept = await caches.open(cacheOf(code));
  try {
    await kept.addAll([`/s/${code}`, `/api/study/${code}/`, ...filesOf(lesson)]);
    await keepPages(code);
  } catch (why) {
    await forget(code);
    throw why;
  }
  navigator.storage?.persist?.().catch(() => undefined);
}

export async function forget(code: string): Promise<void> {
  await caches.delete(cacheOf(code));
}

/** For a device that somebody else uses next. */
export async function forgetAll(): Promise<void> {
  if (!("caches" in window)) return;
  for (const name of await caches.keys()) if (isLesson(name)) await caches.delete(name);
}

/** The pages' own files as they are now, those that are not kept yet. */
export async function keepPages(code: string): Promise<void> {
  const kept = await caches.open(cacheOf(code));
  const loaded = performance.getEntriesByType("resource").map((r) => new URL(r.name));
  const ours = loaded.filter((u) => u.origin === location.origin && u.pathname.startsWith("/static/"));
  for (const path of new Set([...ours.map((u) => u.pathname), ...(await scripts())])) {
    if (!(await kept.match(path))) await kept.add(path);
  }
}

type Chunk = { file: string; css?: string[]; imports?: string[]; dynamicImports?: string[] };

/** The scripts and styles of the study page, also those that are loaded only when they are needed. */
async function scripts(): Promise<string[]> {
  const manifest = (await (await fetch("/static/manifest.json")).json()) as Record<string, Chunk>;
  const found = new Set<string>();
  const walk = (name: string) => {
    const chunk = manifest[name];
    if (!chunk || found.has(chunk.file)) return;
    for (const file of [chunk.file, ...(chunk.css ?? [])]) found.add(file);
    for (const next of [...(chunk.imports ?? []), ...(chunk.dynamicImports ?? [])]) walk(next);
  };
  walk("src/student.tsx");
  return [...found].map((file) => `/static/${file}`);
}

function filesOf(lesson: StudyLesson): string[] {
  const words = lesson.sentences.some((s) => s.text)
    ? [`${lesson.media_url}/captions.vtt`, ...lesson.tracks.map((t) => `${lesson.media_url}/tracks/${t.id}.vtt`)]
    : [];
  const shown = lesson.items.flatMap((i) => [i.image_url, i.sound_url, ...i.option_image_urls]);
  return [lesson.media_url, ...words, ...new Set(shown.filter((u): u is string => Boolean(u)))];
}
