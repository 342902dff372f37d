import type { PositionView } from "../../schemas/jobView";
import type { MarkKind } from "./CapacitorMark";

/** What the mark of a position shows: the verdict on the part that is in; a new one that was not measured yet is marked as such. */
export function markOf(p: Pick<PositionView, "verdict" | "choice"> & Partial<Pick<PositionView, "renewed">>): {
  kind: MarkKind;
  share: number | null;
  esrRatio: number | null;
} {
  const { verdict, choice } = p;
  const measured = { kind: verdict.state, share: verdict.capacitanceShare, esrRatio: verdict.esrRatio };
  if (!p.renewed || verdict.state !== "unmeasured") return measured;
  return { kind: choice?.decision === "temporary" ? "temporary" : "replaced", share: null, esrRatio: null };
}
