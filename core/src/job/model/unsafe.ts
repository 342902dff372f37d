import type { FindingToken } from "../../device";
import type { Check } from "../../evidence";
import type { JobModel } from "./jobModel";
import type { JobRecords } from "../records/records";

/** What is known to be wrong between the wall and the unit. */
export type UnsafeThing = Check | Extract<FindingToken, "earthPinRemoved" | "wrongFuse">;

/** Looked over for whoever uses the unit, not for the bench. */
const MAINS_CHECKS: ReadonlySet<Check> = new Set<Check>(["earthBond", "insulation", "mainsLead", "mainsPlug", "mainsFuse"]);

/**
 * What was found bad between the wall and the unit and not found good since; what was ticked at check-in until it is measured or renewed.
 */
export function unsafeThings({ job }: Pick<JobRecords, "job">, { unit }: Pick<JobModel, "unit">): UnsafeThing[] {
  const { checks, fuses } = unit.notes;
  const fine = (what: Check) => checks.some((c) => c.what === what && c.fine);
  return [
    ...checks.flatMap((c): UnsafeThing[] => (!c.fine && MAINS_CHECKS.has(c.what) ? [c.what] : [])),
    ...(job.findings.includes("earthPinRemoved") && !fine("earthBond") ? (["earthPinRemoved"] as const) : []),
    ...(job.findings.includes("wrongFuse") && !fine("mainsFuse") && !fuses.some((f) => f.replaced && f.fitted !== null)
      ? (["wrongFuse"] as const)
      : []),
  ];
}
