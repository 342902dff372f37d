import { isBad } from "../../verdict";
import { needsDecision } from "../model/facts";
import type { NextAct, Station, StationState } from "./station";

export const choose: Station<"choose"> = {
  id: "choose",
  path: "choose",
  state({ positions }): StationState {
    const open = positions.filter(needsDecision).length;
    const decided = positions.filter((p) => isBad(p.verdict) && p.decision !== "none").length;
    if (decided + open === 0) return { kind: "untouched" };
    return open > 0 ? { kind: "underWay", done: decided, of: decided + open } : { kind: "done" };
  },
  act({ positions, alsoChange, diagnosis }): NextAct | null {
    const open = positions.filter(needsDecision);
    if (open.length > 0) return { code: "decide", position: open[0]!.designator, left: open.length };
    // what the approach takes beside them waits until a cause is shown
    if (alsoChange.length > 0 && (diagnosis === null || diagnosis.settled))
      return { code: "decide", position: alsoChange[0]!, left: alsoChange.length };
    const temporary = positions.find((p) => p.decision === "temporary");
    return temporary ? { code: "replaceTemporary", position: temporary.designator } : null;
  },
};
