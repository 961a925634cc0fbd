import { ApiError, api, body, type Schemas } from "./client";

export type Job = Schemas["JobOut"];

const LOOK_EVERY_MS = 300;

/** Why a job has failed. */
export function errorOfJob(job: Job): ApiError {
  return new ApiError(400, job.error_code ?? "", job.error_message ?? "", job.error_params as Record<string, string>);
}

export function isOpen(job: Job): boolean {
  return job.state === "waiting" || job.state === "running";
}

/** What comes of a short job that was started. Throws what it failed with. */
export async function resultOf(started: Job): Promise<Job["result"]> {
  let job = started;
  while (isOpen(job)) {
    await new Promise((wake) => setTimeout(wake, LOOK_EVERY_MS));
    job = body(await api.GET("/api/jobs/{job_id}/", { params: { path: { job_id: job.id } } }));
  }
  if (job.state === "failed") throw errorOfJob(job);
  return job.result;
}
