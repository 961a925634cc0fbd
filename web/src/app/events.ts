import { useCallback, useEffect, useRef, useState } from "react";

const ASK_MS = 3000;
/** The server says something at least every 15 seconds. */
const SILENT_MS = 20_000;
const FIRST_MS = 4000;

/** What an address tells, kept up to date by its server-sent events; where none come, it is asked every few seconds. */
export function useEvents<T>(address: string, ask: () => Promise<T>) {
  const [told, take] = useState<T | null>(null);
  const [error, setError] = useState<unknown>(null);
  const asking = useRef(ask);
  asking.current = ask;
  const again = useCallback(
    () =>
      asking.current().then(
        (now) => {
          take(now);
          setError(null);
        },
        (why) => setError(why),
      ),
    [],
  );
  useEffect(() => {
    let source = new EventSource(address);
    let heardAt = Date.now() - SILENT_MS + FIRST_MS;
    const listen = () => {
      const heard = () => {
        heardAt = Date.now();
        setError(null);
      };
      source.addEventListener("beat", heard);
      source.onmessage = (event) => {
        heard();
        take(JSON.parse(event.data) as T);
      };
    };
    const silent = () => source.readyState === EventSource.CLOSED || Date.now() - heardAt > SILENT_MS;
    const timer = setInterval(() => silent() && again(), ASK_MS);
    // A device that slept has missed what happened meanwhile.
    const woken = () => {
      if (document.hidden) return;
      again();
      if (source.readyState !== EventSource.CLOSED) return;
      source = new EventSource(address);
      listen();
    };
    listen();
    again();
    document.addEventListener("visibilitychange", woken);
    return () => {
      source.close();
      clearInterval(timer);
      document.removeEventListener("visibilitychange", woken);
    };
  }, [address, again]);
  return { told, take, error };
}
