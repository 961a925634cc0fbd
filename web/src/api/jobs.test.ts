import { afterEach, describe, expect, it, vi } from "vitest";
import { ApiError, api } from "./client";
import { type Job, resultOf } from "./jobs";

const job = (state: Job["state"], part: Partial<Job> = {}): Job => ({
  id: "7d4f0c7e-0000-4000-8000-000000000000",
  kind: "attach",
  title: "gate.png",
  state,
  steps: [],
  result: {},
  error_code: "",
  error_message: "",
  error_params: {},
  created_at: "2026-03-01T09:30:00Z",
  started_at: null,
  ended_at: null,
  ...part,
});

/** The server as it answers, one job after another; how often it was asked. */
function answering(...jobs: Job[]) {
  return vi
    .spyOn(api, "GET")
    .mockImplementation(async () => ({ data: jobs.shift(), response: new Response() }) as never);
}

afterEach(() => vi.restoreAllMocks());

describe("a short job", () => {
  it("is asked for until it has ended", async () => {
    const asked = answering(job("running"), job("done", { result: { name: "x" } }));
    expect(await resultOf(job("waiting"))).toEqual({ name: "x" });
    expect(asked).toHaveBeenCalledTimes(2);
  });

  it("that has ended is not asked for", async () => {
    const asked = answering();
    expect(await resultOf(job("done", { result: { name: "y" } }))).toEqual({ name: "y" });
    expect(asked).not.toHaveBeenCalled();
  });

  it("says why it failed", async () => {
    answering(job("failed", { error_code: "picture_too_large", error_params: { limit_mb: 20 } }));
    const failed = await resultOf(job("waiting")).catch((error: unknown) => error);
    expect(failed).toBeInstanceOf(ApiError);
    expect(failed).toMatchObject({ code: "picture_too_large", params: { limit_mb: 20 } });
  });
});
