import "server-only";
import { isClosed } from "@mirvek/core/job";
import type { JobRecord } from "../schemas/jobView";
import { Refused } from "./refusal";

/** @throws Refused where the job is closed */
export function requireOpen(job: JobRecord): void {
  if (isClosed(job.state)) throw new Refused({ code: "jobClosed" }, 409);
}
