import { isBad, isCondemned } from "../../verdict";
import type { PositionFacts } from "../facts";
import type { NextAct, Station, StationState } from "./station";

/** A new part that was not measured yet holds nothing up. */
const isUnmeasured = (p: PositionFacts) => p.verdict === "unmeasured" && !p.renewed;

/** A part not measured yet whose twin is bad. */
export function twinWaiting(positions: readonly PositionFacts[]): { position: string; twinOf: string } | null {
  for (const b of positions.filter((p) => isBad(p.verdict))) {
    const twin = positions.find((p) => isUnmeasured(p) && b.twins.includes(p.designator));
    if (twin) return { position: twin.designator, twinOf: b.designator };
  }
  return null;
}

export const measure: Station<"measure"> = {
  id: "measure",
  path: "measure",
  state({ positions }): StationState {
    const measured = positions.filter((p) => !isUnmeasured(p)).length;
    if (measured === 0) return { kind: "untouched" };
    return measured < positions.length ? { kind: "underWay", done: measured, of: positions.length } : { kind: "done" };
  },
  /** Twins of the bad first, then what the diagnosis asks for, else the rest; then what is undecided or condemned in circuit only. */
  act({ positions, diagnosis }): NextAct | null {
    if (positions.length === 0) return { code: "listPositions" };
    const unmeasured = positions.filter(isUnmeasured);
    const twin = twinWaiting(positions);
    if (twin) return { code: "measure", ...twin, left: unmeasured.length };
    const wanted = diagnosis ? diagnosis.measure : unmeasured.map((p) => p.designator);
    if (wanted.length > 0) return { code: "measure", position: wanted[0]!, twinOf: null, left: wanted.length };
    const open = positions.filter((p) => p.decision === "none");
    // beside a shown cause an undecided part may stay so
    const undecided = diagnosis?.settled ? undefined : open.find((p) => p.verdict === "undecided" && p.settle !== null);
    if (undecided) return { code: "settle", position: undecided.designator, settle: undecided.settle! };
    const unconfirmed = open.find((p) => isCondemned(p.verdict) && p.inCircuitOnly);
    return unconfirmed ? { code: "confirmOut", position: unconfirmed.designator } : null;
  },
};
