import type { NextAct, Station, StationState } from "./station";

export const fit: Station<"fit"> = {
  id: "fit",
  path: "fit",
  state({ after }): StationState {
    if (!after || after.fit.of === 0) return { kind: "untouched" };
    return after.fit.fitted < after.fit.of ? { kind: "underWay", done: after.fit.fitted, of: after.fit.of } : { kind: "done" };
  },
  act({ positions }): NextAct | null {
    const chosen = positions.filter((p) => p.decision === "replace");
    return chosen.length > 0 ? { code: "fit", position: chosen[0]!.designator, left: chosen.length } : null;
  },
};
