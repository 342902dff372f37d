import type { PartClass } from "../part";
import type { StoredObservation } from "./records";

/** Parts of other classes that were named on a job, by designator: what they are, and whether a value was said to be on them. */
export function partsNamed(observations: readonly StoredObservation[]): Map<string, { class: PartClass; marked: boolean }> {
  const parts = new Map<string, { class: PartClass; marked: boolean }>();
  for (const { subject, observation } of observations) {
    if (subject.kind !== "part" || observation.kind !== "named") continue;
    const before = parts.get(subject.name);
    parts.set(subject.name, { class: observation.class, marked: (before?.marked ?? false) || observation.marked.length > 0 });
  }
  return parts;
}
