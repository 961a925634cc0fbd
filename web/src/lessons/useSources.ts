import { useCallback, useRef, useState } from "react";
import { api, body } from "../api/client";
import { type Sending, send } from "../api/uploads";
import { newId } from "../app/ids";

/** One recording on its way in: a file being sent or a link, then what was found there, then its lesson being made. */
export type Source = {
  id: string;
  name: string;
  link: string;
  captions: File | null;
  /** The words of a text file beside it. */
  text: string;
  share: number | null;
  paused: boolean;
  upload: string | null;
  look: string | null;
  made: string | null;
  error: unknown;
};

const CAPTIONS = /\.(vtt|srt|ttml|xml|dfxp)$/i;
const TEXT = /\.txt$/i;

export function useSources() {
  const [sources, setSources] = useState<Source[]>([]);
  // Captions that came without their recording.
  const [alone, setAlone] = useState<string[]>([]);
  const sendings = useRef(new Map<string, Sending>());
  const change = useCallback((id: string, fields: Partial<Source>) => {
    setSources((all) => all.map((s) => (s.id === id ? { ...s, ...fields } : s)));
  }, []);

  const lookAt = useCallback(
    async (id: string, what: { upload: string } | { link: string }) => {
      change(id, { share: null, look: null, error: null });
      try {
        change(id, { look: body(await api.POST("/api/looks/", { body: { upload: null, link: "", ...what } })).id });
      } catch (error) {
        change(id, { error });
      }
    },
    [change],
  );

  const addLink = useCallback(
    (link: string) => {
      const source = newSource(link, { link });
      setSources((all) => [source, ...all]);
      lookAt(source.id, { link });
    },
    [lookAt],
  );

  const start = useCallback(
    (id: string, file: File) => {
      const sending = send(file, {
        share: (share) => change(id, { share }),
        done: (upload) => {
          change(id, { upload });
          lookAt(id, { upload });
        },
        failed: (error) => change(id, { error, paused: true }),
      });
      sendings.current.set(id, sending);
    },
    [change, lookAt],
  );

  /** Files side by side: captions or a text that are called like a recording belong to it. */
  const addFiles = useCallback(
    async (files: File[]) => {
      const words = files.filter((f) => CAPTIONS.test(f.name) || TEXT.test(f.name));
      const recordings = files.filter((f) => !words.includes(f));
      setAlone(recordings.length ? [] : words.map((f) => f.name));
      for (const file of recordings) {
        const own = words.find((w) => stem(w.name).startsWith(stem(file.name)));
        const mine = own ?? (recordings.length === 1 ? words[0] : undefined);
        const text = mine && TEXT.test(mine.name) ? await mine.text() : "";
        const captions = mine && !text ? mine : null;
        const source = newSource(file.name, { captions, text, share: 0 });
        setSources((all) => [source, ...all]);
        start(source.id, file);
      }
    },
    [start],
  );

  const pause = useCallback(
    (source: Source) => {
      const sending = sendings.current.get(source.id);
      if (source.paused) sending?.goOn();
      else sending?.pause();
      change(source.id, { paused: !source.paused, error: null });
    },
    [change],
  );

  const drop = useCallback((source: Source) => {
    if (source.upload === null) sendings.current.get(source.id)?.cancel();
    const job_id = source.made ?? source.look;
    if (job_id) api.DELETE("/api/jobs/{job_id}/", { params: { path: { job_id } } }).catch(() => undefined);
    setSources((all) => all.filter((s) => s.id !== source.id));
  }, []);

  const again = useCallback(
    (source: Source) => lookAt(source.id, source.upload ? { upload: source.upload } : { link: source.link }),
    [lookAt],
  );
  return { sources, alone, addLink, addFiles, pause, drop, again, change };
}

export type Sources = ReturnType<typeof useSources>;

function newSource(name: string, fields: Partial<Source>): Source {
  const empty = {
    link: "",
    captions: null,
    text: "",
    share: null,
    paused: false,
    upload: null,
    look: null,
    made: null,
    error: null,
  };
  return { id: newId(), name, ...empty, ...fields };
}

function stem(name: string): string {
  return name.replace(/\.[^.]+$/, "").toLowerCase();
}
