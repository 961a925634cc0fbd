import { useEffect, useRef, useState } from "react";

const SECOND_MS = 1000;

/** Records from the microphone; what was said goes to `take` as a file when it is stopped. */
export function useRecorder(take: (file: File) => void) {
  const [on, setOn] = useState(false);
  const [seconds, setSeconds] = useState(0);
  const [refused, setRefused] = useState(false);
  const recorder = useRef<MediaRecorder | null>(null);
  useEffect(() => {
    if (!on) return;
    const timer = setInterval(() => setSeconds((s) => s + 1), SECOND_MS);
    return () => clearInterval(timer);
  }, [on]);
  // A recording that nobody stopped ends with the editor.
  useEffect(() => () => quiet(recorder.current?.stream), []);
  const start = async () => {
    setRefused(false);
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true });
      const made = new MediaRecorder(stream);
      const parts: Blob[] = [];
      made.ondataavailable = (e) => parts.push(e.data);
      made.onstop = () => {
        quiet(stream);
        const type = made.mimeType.split(";")[0] ?? "audio/webm";
        take(new File(parts, `note.${type.includes("mp4") ? "mp4" : "webm"}`, { type }));
      };
      recorder.current = made;
      made.start();
      setSeconds(0);
      setOn(true);
    } catch {
      setRefused(true);
    }
  };
  const stop = () => {
    recorder.current?.stop();
    setOn(false);
  };
  return { on, seconds, refused, start, stop };
}

function quiet(stream: MediaStream | undefined): void {
  for (const track of stream?.getTracks() ?? []) track.stop();
}
