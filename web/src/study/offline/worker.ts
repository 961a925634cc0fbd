/** Between the study page and the network: a lesson that is kept on the device is there without one.
 *
 * Pages and the student's state come from the network while there is one, and what came is kept; files of a kept lesson
 * come from the device. Nothing is kept of a lesson that the student has not asked to keep. */
import { cacheOf, handedInTo, lessonAt } from "./names";
import { partOf } from "./ranges";

type Waits = Event & { waitUntil: (done: Promise<unknown>) => void };
type Asked = Waits & { request: Request; respondWith: (answer: Promise<Response>) => void };
type Worker = EventTarget & { skipWaiting: () => Promise<void>; clients: { claim: () => Promise<void> } };

const worker = self as unknown as Worker;
const FILES = /^\/(?:static|media)\//;

worker.addEventListener("install", () => void worker.skipWaiting());
worker.addEventListener("activate", (event) => (event as Waits).waitUntil(worker.clients.claim()));
worker.addEventListener("fetch", (event) => {
  const asked = event as Asked;
  const { request } = asked;
  const { origin, pathname } = new URL(request.url);
  if (origin !== location.origin) return;
  if (request.method === "GET" && FILES.test(pathname)) asked.respondWith(file(request));
  else if (request.method === "GET" && lessonAt(pathname)) asked.respondWith(fresh(request, lessonAt(pathname)));
  else if (request.method === "POST" && handedInTo(pathname)) {
    const answer = fetch(request.clone());
    asked.respondWith(answer);
    asked.waitUntil(answer.then(() => state(handedInTo(pathname), request)).catch(() => undefined));
  }
});

/** A file of a kept lesson from the device, the part of it that is asked for; any other from the network. */
async function file(request: Request): Promise<Response> {
  const kept = await caches.match(request.url, { ignoreVary: true });
  if (!kept) return fetch(request);
  const range = request.headers.get("Range");
  if (!range) return kept;
  const whole = await kept.blob();
  const part = partOf(range, whole.size);
  if (part === null) return new Response(whole, { headers: kept.headers });
  const type = kept.headers.get("Content-Type") ?? "";
  if (part === "none") {
    return new Response(null, { status: 416, headers: { "Content-Range": `bytes */${whole.size}` } });
  }
  const { first, last } = part;
  return new Response(whole.slice(first, last + 1, type), {
    status: 206,
    headers: {
      "Content-Type": type,
      "Content-Length": String(last - first + 1),
      "Content-Range": `bytes ${first}-${last}/${whole.size}`,
      "Accept-Ranges": "bytes",
    },
  });
}

/** From the network, and kept if the lesson is; without one as it was kept last. */
async function fresh(request: Request, code: string): Promise<Response> {
  try {
    const answer = await fetch(request);
    if (answer.ok && (await caches.has(cacheOf(code)))) {
      await (await caches.open(cacheOf(code))).put(request.url, answer.clone());
    }
    return answer;
  } catch (away) {
    const kept = await caches.match(request.url, { cacheName: cacheOf(code), ignoreVary: true });
    if (kept) return kept;
    throw away;
  }
}

/** The student's state once more after something was handed in, so that what is kept knows of it. */
async function state(code: string, after: Request): Promise<void> {
  if (!(await caches.has(cacheOf(code)))) return;
  const headers = new Headers();
  const who = after.headers.get("Escuela-Student");
  if (who) headers.set("Escuela-Student", who);
  await fresh(new Request(`/api/study/${code}/`, { headers }), code);
}
