import "server-only";
import type { ReadoutIssue } from "@mirvek/core/entry";
import type { RequestIssue } from "../schemas/issues";

/** A request that was understood and refused; thrown inside a transaction so that nothing of it is kept. */
export class Refused extends Error {
  constructor(
    readonly issue: RequestIssue,
    readonly status = 422,
  ) {
    super(issue.code);
  }
}

export const refuseReadout = (issue: ReadoutIssue): Refused => new Refused({ code: "readout", issue });
export const refuseStale = (): Refused => new Refused({ code: "stale" }, 409);
export const refuseMissing = (): Refused => new Refused({ code: "notFound" }, 404);
