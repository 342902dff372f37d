import type { PartClass } from "../../part";
import type { JobRecords, StoredObservation } from "./records";

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

/** Points that were read or said to have volts, by name, with the volts DC they should have; null where nobody said. */
export function pointsOnRecord({ observations, points }: Pick<JobRecords, "observations" | "points">): Map<string, number | null> {
  const named = new Map<string, number | null>();
  for (const p of points) if (p.point !== null) named.set(p.point, null);
  for (const { subject, observation: o } of observations)
    if (subject.kind === "point" && o.kind === "expected") named.set(subject.name, o.nominal ?? (o.low + o.high) / 2);
  return named;
}
