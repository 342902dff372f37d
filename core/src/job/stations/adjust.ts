import type { NextAct, Station, StationState } from "./station";

export const adjust: Station<"adjust"> = {
  id: "adjust",
  path: "adjust",
  live: true,
  state({ after }): StationState {
    if (!after?.adjust.begun) return { kind: "untouched" };
    const { unreachable, finished, done, of } = after.adjust;
    if (unreachable !== null) return { kind: "held", by: "unreachable" };
    return finished ? { kind: "done" } : { kind: "underWay", done, of };
  },
  act({ after }): NextAct | null {
    if (!after?.adjust.begun || after.adjust.finished) return null;
    const { unreachable, next } = after.adjust;
    if (unreachable !== null) return { code: "idleUnreachable", channel: unreachable };
    return next === null ? null : { code: "setIdle", channel: next };
  },
};
