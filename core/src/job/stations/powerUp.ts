import type { NextAct, Station, StationState } from "./station";

export const powerUp: Station<"powerUp"> = {
  id: "powerUp",
  path: "power-up",
  live: true,
  state({ after }): StationState {
    if (!after?.powerUp.begun) return { kind: "untouched" };
    const { stopped, finished, done, of } = after.powerUp;
    if (stopped) return { kind: "held", by: "stopped" };
    return finished ? { kind: "done" } : { kind: "underWay", done, of };
  },
  /** After a repair the unit is not put straight into the wall; what was begun is gone through. */
  act({ after, positions, safety, proven }): NextAct | null {
    if (!after || positions.some((p) => p.decision === "replace")) return null;
    const { begun, finished, stopped, wanted, next, unread } = after.powerUp;
    if (stopped) return { code: "powerUpStopped" };
    if (unread.length > 0 && safety.kind === "energised") return { code: "readStep", what: unread };
    if (begun && !finished && next) return { code: "step", ...next };
    // whoever has heard or read it since has had it on
    return wanted && !begun && proven === false ? { code: "powerUp" } : null;
  },
};
