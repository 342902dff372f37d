import type { JobView } from "../../schemas/jobView";
import { faultStateName } from "../observation";
import { section, text, listed, type ReportBlock } from "./blocks";

/** What the unit was brought for, in the owner's words, and further faults with where each stands. */
export function complaintBlocks({ job, unit }: JobView, title: string, ...more: readonly (ReportBlock | null)[]): ReportBlock[] {
  const others = unit.faults.filter((f) => f.text !== null);
  return section(
    title,
    text(job.complaint ? `“${job.complaint}”` : "Not written down.", { quote: true }),
    listed(others.map((f) => `Fault ${f.number}, ${f.text}: ${faultStateName[f.state]}.`)),
    ...more,
  );
}
