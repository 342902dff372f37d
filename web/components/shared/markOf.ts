import type { PositionView } from "../../schemas/jobView";
import type { MarkKind } from "./CapacitorMark";

/** What the mark of a position shows: a part that was decided on until the new one has a verdict of its own. */
export function markOf(p: Pick<PositionView, "verdict" | "choice"> & Partial<Pick<PositionView, "renewed">>): {
  kind: MarkKind;
  share: number | null;
  esrRatio: number | null;
} {
  const { verdict, choice } = p;
  const measured = { kind: verdict.state, share: verdict.capacitanceShare, esrRatio: verdict.esrRatio };
  if (p.renewed) return verdict.state === "unmeasured" ? { kind: "replaced", share: null, esrRatio: null } : measured;
  if (choice?.decision === "replace") return { kind: "replaced", share: null, esrRatio: null };
  if (choice?.decision === "temporary") return { kind: "temporary", share: null, esrRatio: null };
  return measured;
}
