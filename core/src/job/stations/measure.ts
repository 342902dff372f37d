import { isBad, isCondemned } from "../../verdict";
import type { PositionFacts } from "../model/facts";
import type { NextAct, Station, StationState } from "./station";

/** A new part that was not measured yet holds nothing up. */
const isUnmeasured = (p: PositionFacts) => p.verdict === "unmeasured" && !p.renewed;

/** A part not measured yet whose counterpart is bad. */
export function counterpartWaiting(positions: readonly PositionFacts[]): { position: string; counterpartOf: string } | null {
  for (const b of positions.filter((p) => isBad(p.verdict))) {
    const counterpart = positions.find((p) => isUnmeasured(p) && b.counterparts.includes(p.designator));
    if (counterpart) return { position: counterpart.designator, counterpartOf: b.designator };
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
  /** Counterparts of the bad first, then what the diagnosis asks for, else the rest; then what is inconclusive or bad in circuit only. */
  act({ positions, diagnosis }): NextAct | null {
    if (positions.length === 0) return { code: "listPositions" };
    const unmeasured = positions.filter(isUnmeasured);
    const counterpart = counterpartWaiting(positions);
    if (counterpart) return { code: "measure", ...counterpart, left: unmeasured.length };
    const wanted = diagnosis ? diagnosis.measure : unmeasured.map((p) => p.designator);
    if (wanted.length > 0) return { code: "measure", position: wanted[0]!, counterpartOf: null, left: wanted.length };
    const open = positions.filter((p) => p.decision === "none");
    // beside a shown cause an undecided part may stay so
    const undecided = diagnosis?.settled ? undefined : open.find((p) => p.verdict === "undecided" && p.settle !== null);
    if (undecided) return { code: "settle", position: undecided.designator, settle: undecided.settle! };
    const unconfirmed = open.find((p) => isCondemned(p.verdict) && p.inCircuitOnly);
    return unconfirmed ? { code: "confirmOut", position: unconfirmed.designator } : null;
  },
};
