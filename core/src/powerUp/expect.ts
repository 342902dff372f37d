import type { Stage, SupplyKind } from "../device";
import { figure, type ShopConstants } from "../knowledge";
import { volts } from "../units";
import { judgePoint, type PointExpectation, type PointVerdict } from "../verdict";
import { shapeAt, valveConducts, type RailShapes } from "./shapes";

export type PointKind = "raw" | "regulated" | "bias" | "ht" | "offset";

/** A point that is watched while the mains come up, with what it should read at full mains. */
export interface WatchedPoint {
  name: string;
  low: number;
  high: number;
  nominal: number;
  kind: PointKind;
}

/** Volts a regulator is usually made for. */
const REGULATED: ReadonlySet<number> = new Set([3.3, 5, 6, 8, 9, 10, 12, 15, 18, 20, 24, 48]);

/** What sort of point it is, by its name and volts; a rail of usual volts counts as regulated where the unit has regulators. */
export function pointKind(name: string, nominal: number, unit: { supplyKind: SupplyKind; regulators: boolean }): PointKind {
  if (name.startsWith("offset")) return "offset";
  if (name.startsWith("bias")) return "bias";
  if (unit.supplyKind === "valveRectifier" && Math.abs(nominal) > 60) return "ht";
  return unit.regulators && REGULATED.has(Math.abs(nominal)) ? "regulated" : "raw";
}

/** What a point should read at one step, and what says so. */
export interface StepExpectation {
  low: number;
  high: number;
  typical: number;
  by: "engine" | "proportion" | "valveCold" | "valveWarming" | "asExpected";
}

/** Which points are read at a stage. */
const WATCHED: Readonly<Record<Stage, readonly PointKind[]>> = {
  transformer: [],
  bias: ["bias"],
  unloaded: ["raw", "regulated", "ht", "bias"],
  loaded: ["raw", "regulated", "ht", "bias", "offset"],
  full: ["raw", "regulated", "ht", "bias", "offset"],
};

/**
 * What a point should read at a stage and a share of the mains: rails by the circuit of the supply, bias in proportion, a valve's rail
 * only once its rectifier conducts, a regulated one once its regulator has enough. Null where it is not read then. Volts; `share` of the
 * mains from 0 to 1.
 */
export function expectAt(
  constants: ShopConstants,
  point: WatchedPoint,
  stage: Stage,
  share: number,
  shapes: RailShapes,
): StepExpectation | null {
  if (!WATCHED[stage].includes(point.kind)) return null;
  const { low, high, nominal, kind } = point;
  if (kind === "offset") {
    if (share < figure(constants, "step.offsetFrom")) return null;
    // what settles at full mains may stand off while the feedback has little to work with
    const slack = share < 1 ? 4 : 1;
    return { low: low * slack, high: high * slack, typical: nominal, by: "asExpected" };
  }
  const window = (typical: number, reach: number, by: StepExpectation["by"]): StepExpectation => {
    const own = nominal === 0 ? 0 : Math.max(Math.abs(high - nominal), Math.abs(nominal - low)) / Math.abs(nominal);
    const off = Math.max(Math.abs(typical) * Math.max(reach, own), figure(constants, "step.floor"));
    return { typical, low: typical - off, high: typical + off, by };
  };
  if (kind === "bias") return window(nominal * share, figure(constants, "step.bias"), "proportion");
  if (kind === "regulated") {
    const shape = shapes.regulated[String(Math.abs(nominal))];
    const rises = shape ? shapeAt(shape, share) : Math.min(1, share * 1.3);
    const settled = rises > 0.99;
    return window(nominal * rises, figure(constants, settled ? "step.regulated" : "step.rising"), shape ? "engine" : "proportion");
  }
  const shape = stage === "unloaded" ? shapes.raw.unloaded : shapes.raw.loaded;
  const warm = window(nominal * shapeAt(shape, share), figure(constants, "step.raw"), shapes.solved ? "engine" : "proportion");
  if (kind === "raw") return warm;
  switch (valveConducts(constants, share)) {
    case "yes":
      return warm;
    case "no": {
      const little = Math.abs(nominal) * NEXT_TO_NOTHING;
      return { typical: 0, low: Math.min(0, Math.sign(nominal) * little), high: Math.max(0, Math.sign(nominal) * little), by: "valveCold" };
    }
    case "maybe":
      return { ...warm, low: Math.min(0, warm.low), high: Math.max(0, warm.high), typical: warm.typical, by: "valveWarming" };
  }
}
/** of a valve's rail while its rectifier is cold, as a share of what it will be */
const NEXT_TO_NOTHING = 0.06;

/** A reading at a step held against what it should be. */
export function judgeAt(read: number, expected: StepExpectation): PointVerdict {
  const { low, high, typical } = expected;
  const against: PointExpectation = { low: volts(low), high: volts(high), nominal: volts(typical), from: "taken" };
  // next to nothing is expected: more of it is not "low"
  if (low <= 0 && high >= 0 && typical === 0) return { state: read < low || read > high ? "high" : "within", off: null };
  return judgePoint(volts(read), against);
}
