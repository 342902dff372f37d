import type { PositionView } from "../../schemas/jobView";
import type { MarkKind } from "./CapacitorMark";

/** What the mark of a position shows: the decision once there is one, else the verdict. */
export function markOf(p: Pick<PositionView, "verdict" | "choice">): { kind: MarkKind; share: number | null; esrRatio: number | null } {
  if (p.choice?.decision === "replace") return { kind: "replaced", share: null, esrRatio: null };
  if (p.choice?.decision === "temporary") return { kind: "temporary", share: null, esrRatio: null };
  return { kind: p.verdict.state, share: p.verdict.capacitanceShare, esrRatio: p.verdict.esrRatio };
}
