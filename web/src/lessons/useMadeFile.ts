import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { errorOfJob, isOpen, type Job } from "../api/jobs";
import { useJob } from "./queries";

/** A file that a job makes: asked for, its steps in sight while it is made, and taken at once when it is there. */
export function useMadeFile<Wanted>(start: (wanted: Wanted) => Promise<Job>) {
  const [id, setId] = useState<string | null>(null);
  const [taken, setTaken] = useState<string | null>(null);
  const job = useJob(id);
  const ask = useMutation({ mutationFn: start, onSuccess: (started) => setId(started.id) });
  const done = job.data?.state === "done" ? job.data : undefined;
  const address = done ? `/api/jobs/${done.id}/file/` : "";
  if (done && taken !== done.id) {
    setTaken(done.id);
    window.location.assign(address);
  }
  return {
    ask: ask.mutate,
    busy: ask.isPending || (id !== null && (!job.data || isOpen(job.data))),
    job: job.data,
    address,
    name: String(done?.result.file ?? ""),
    error: ask.error ?? job.error ?? (job.data?.state === "failed" ? errorOfJob(job.data) : null),
  };
}
