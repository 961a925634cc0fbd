/** Where a lesson is kept on the device; one cache each, so that it goes as a whole. */
const BEGINS = "escuela.lesson.";

export const cacheOf = (code: string) => BEGINS + code.toLowerCase();

export const isLesson = (cache: string) => cache.startsWith(BEGINS);

/** The lesson whose page or state an address names; empty for any other address. */
export function lessonAt(path: string): string {
  return /^\/(?:s|api\/study)\/([a-z0-9]+)\/?$/i.exec(path)?.[1]?.toLowerCase() ?? "";
}

/** The lesson that an answer or the end of one is handed in to. */
export function handedInTo(path: string): string {
  return /^\/api\/study\/([a-z0-9]+)\/(?:answers|finished|again|looks)\/$/i.exec(path)?.[1]?.toLowerCase() ?? "";
}
