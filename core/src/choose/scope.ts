import type { Scope } from "../device";
import { isWetAluminium, type CapacitorPart } from "../part";

/** One position as a approach of how much to replace sees it. */
export interface ScopedPosition extends Pick<CapacitorPart, "designator" | "technology" | "nominal" | "rated"> {
  section: string;
  /** worn, failed, open or shorted */
  bad: boolean;
}

const SAME = 1e-6;
/** Whether a part is of a kind that dries out or leaks with age: wet aluminium, bipolar or tantalum. */
export const isElectrolytic = (p: Pick<CapacitorPart, "technology">): boolean =>
  isWetAluminium(p.technology) || p.technology === "tantalum";
/** Same kind, value and volts: what one of them has suffered the other has suffered too (common practice). */
export const isAlike = (a: ScopedPosition, b: ScopedPosition): boolean =>
  a.technology === b.technology && Math.abs(a.nominal / b.nominal - 1) < SAME && a.rated === b.rated;

/** Which positions each approach changes: every approach takes in what the one before takes. */
const TAKES: Readonly<Record<Scope, (p: ScopedPosition, bad: readonly ScopedPosition[]) => boolean>> = {
  provenBad: (p) => p.bad,
  provenBadAndKind: (p, bad) => p.bad || bad.some((b) => isAlike(b, p)),
  section: (p, bad) => bad.some((b) => isAlike(b, p)) || (isElectrolytic(p) && bad.some((b) => b.section === p.section)),
  everyElectrolytic: (p, bad) => bad.some((b) => isAlike(b, p)) || isElectrolytic(p),
};

/** Positions a approach changes, in their order. */
export function takenBy<P extends ScopedPosition>(scope: Scope, positions: readonly P[]): P[] {
  const bad = positions.filter((p) => p.bad);
  return positions.filter((p) => TAKES[scope](p, bad));
}
