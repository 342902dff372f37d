import type { NextAct, Station, StationState } from "./station";

export const set: Station<"set"> = {
  id: "set",
  path: "adjust",
  live: true,
  state({ after }): StationState {
    if (!after?.set.begun) return { kind: "untouched" };
    const { unreachable, finished, done, of } = after.set;
    if (unreachable !== null) return { kind: "held", by: "unreachable" };
    return finished ? { kind: "done" } : { kind: "underWay", done, of };
  },
  act({ after }): NextAct | null {
    if (!after?.set.begun || after.set.finished) return null;
    const { unreachable, next } = after.set;
    if (unreachable !== null) return { code: "idleUnreachable", channel: unreachable };
    return next === null ? null : { code: "setIdle", channel: next };
  },
};
