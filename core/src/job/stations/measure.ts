import { isBad, isCondemned } from "../../verdict";
import type { PositionFacts } from "../facts";
import type { NextAct, Station, StationState } from "./station";

/** A new part that was not measured yet holds nothing up. */
const isUnmeasured = (p: PositionFacts) => p.verdict === "unmeasured" && !p.renewed;

export const measure: Station<"measure"> = {
  id: "measure",
  path: "measure",
  state({ positions }): StationState {
    const measured = positions.filter((p) => !isUnmeasured(p)).length;
    if (measured === 0) return { kind: "untouched" };
    return measured < positions.length ? { kind: "underWay", done: measured, of: positions.length } : { kind: "done" };
  },
  /** Twins of the bad first, then the rest, then what is undecided, then what is condemned in circuit only. */
  act({ positions }): NextAct | null {
    if (positions.length === 0) return { code: "listPositions" };
    const unmeasured = positions.filter(isUnmeasured);
    const bad = positions.filter((p) => isBad(p.verdict));
    const twin = unmeasured.find((p) => bad.some((b) => b.twins.includes(p.designator)));
    if (twin) {
      const of = bad.find((b) => b.twins.includes(twin.designator))!;
      return { code: "measure", position: twin.designator, twinOf: of.designator, left: unmeasured.length };
    }
    if (unmeasured.length > 0) return { code: "measure", position: unmeasured[0]!.designator, twinOf: null, left: unmeasured.length };
    const open = positions.filter((p) => p.decision === "none");
    const undecided = open.find((p) => p.verdict === "undecided" && p.settle !== null);
    if (undecided) return { code: "settle", position: undecided.designator, settle: undecided.settle! };
    const unconfirmed = open.find((p) => isCondemned(p.verdict) && p.inCircuitOnly);
    return unconfirmed ? { code: "confirmOut", position: unconfirmed.designator } : null;
  },
};
