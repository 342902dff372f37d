import { internalAccessAllowed } from "../../safety";
import { measure } from "./measure";
import { advised } from "./diagnose";
import type { NextAct, Station, StationState } from "./station";

export const makeSafe: Station<"makeSafe"> = {
  id: "makeSafe",
  path: "make-safe",
  state({ safety }): StationState {
    switch (safety.kind) {
      case "safe":
      case "harmless":
      case "overridden":
        return { kind: "done" };
      case "energised":
        return { kind: "held", by: "energised" };
      case "chargeHeld":
        return { kind: "held", by: "charge" };
      case "nothingListed":
      case "voltsUnknown":
        return { kind: "held", by: safety.kind };
    }
  },
  act(job): NextAct | null {
    const { safety, positions } = job;
    if (internalAccessAllowed(safety)) return null;
    // once everything is measured and decided, charge no longer stands between the technician and the report
    const next = advised(job);
    const handsNeeded =
      positions.length === 0 ||
      measure.act(job) !== null ||
      next?.code === "mend" ||
      (next?.code === "advise" && next.advice.hands) ||
      job.diagnosis?.lockedFirst === true;
    // a unit that is on stays on for a test that needs it so
    if (safety.kind === "energised" && next?.code === "advise" && next.advice.power && !job.diagnosis?.lockedFirst) return null;
    if (!handsNeeded && safety.kind !== "energised") return null;
    switch (safety.kind) {
      case "energised":
        return { code: "switchOff" };
      case "nothingListed":
        return { code: "listChargeHolders" };
      case "voltsUnknown":
        return { code: "enterHighest" };
      case "chargeHeld": {
        const charged = safety.waiting.find((w) => w.state.kind !== "once");
        if (charged) return { code: "dischargeAndMeasure", position: charged.position };
        const once = safety.waiting[0]!;
        return { code: "measureAgain", position: once.position, from: once.state.kind === "once" ? once.state.secondFrom : 0 };
      }
      default:
        return null;
    }
  },
};
