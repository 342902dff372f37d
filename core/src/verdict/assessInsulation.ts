import type { Measurement, OhmmeterTrend } from "../evidence";
import { figure, type ShopConstants } from "../knowledge";
import { couplingShift, isWetAluminium, leastInsulation, type CapacitorPart } from "../part";
import { amperes, ohms, type Ohms } from "../units";
import type { JudgingContext } from "./judgingContext";
import { finding } from "./finding";
import type { Finding, VerdictReason } from "./verdict";

type Of<K extends Measurement["kind"]> = Extract<Measurement, { kind: K }>;

/**
 * Ohms on an ohmmeter are the DC path (common practice). In circuit they may be the circuit's; out of circuit the trend decides:
 * falling or settled below the least insulation condemns, settled above it is within what the form allows, climbing must be waited
 * for, a trend not said decides nothing. Near zero is a short, and so are hundreds of ohms on a part of 100 V or more.
 */
export function assessOhmmeter(m: Of<"ohmmeter">, inCircuit: boolean, context: JudgingContext): Finding {
  const { part } = context;
  if (m.ohms === "over")
    return noPath({ code: m.trend === "climbing" ? "climbsToOverRange" : "overRangeProvesLittle" }, m.trend, inCircuit, part);
  const value = m.ohms;
  const shorted = shortOf(context.constants, value, m.trend, part);
  if (inCircuit)
    return shorted && value <= figure(context.constants, "short.ohms")
      ? finding("undecided", "likely", { code: "nodeShorted", ohms: value }, "liftLegs")
      : finding("undecided", "guess", { code: "leakMayBeCircuit", ohms: value }, "liftAndOhmmeter");
  if (shorted) return finding("shorted", "shown", shorted, null);
  return path(value, m.trend, { code: "leaky", ohms: value, trend: m.trend, least: leastInsulation(context.constants, part) }, context);
}

/** Amperes at rated volts are the same leak as ohms that have settled, and get the same verdict. */
export function assessLeakage(m: Of<"leakage">, inCircuit: boolean, context: JudgingContext): Finding {
  const { part } = context;
  if (inCircuit) return finding("undecided", "guess", { code: "leakageInCircuit", amperes: m.amperes }, "liftAndOhmmeter");
  const { rated } = part;
  if (rated === null) return finding("undecided", "guess", { code: "leakNeedsVolts", amperes: m.amperes }, "markedVolts");
  const limit = amperes(rated / leastInsulation(context.constants, part));
  const reason = { code: "leakageCurrent", amperes: m.amperes, limit, ratio: m.amperes / limit } as const;
  if (m.amperes === 0) return noPath(reason, "climbing", false, part);
  const value = ohms(rated / m.amperes);
  const shorted = shortOf(context.constants, value, "settled", part);
  if (shorted) return finding("shorted", "shown", shorted, null);
  const found = path(value, "settled", reason, context);
  return found.reason.code === "leakWithinForm" ? { ...found, reason } : found;
}

function shortOf(constants: ShopConstants, value: Ohms, trend: OhmmeterTrend, { rated }: CapacitorPart): VerdictReason | null {
  if (value <= figure(constants, "short.ohms")) return { code: "nearZero", ohms: value };
  const high =
    rated !== null && rated >= figure(constants, "short.highVolts") && value < figure(constants, "short.highOhms") && trend !== "climbing";
  return high ? { code: "shortForItsSupply", ohms: value, rated } : null;
}

/** A DC path of so many ohms out of circuit. */
function path(value: Ohms, trend: OhmmeterTrend, leaky: VerdictReason, context: JudgingContext): Finding {
  const { part } = context;
  const least = leastInsulation(context.constants, part);
  if (trend === "climbing") return finding("undecided", "guess", { code: "stillClimbing", ohms: value }, "waitForOhmmeter");
  // rounding must not split what is said in ohms from the same said in amperes
  const within = value >= least * (1 - 1e-9);
  if (trend === "falling") return finding("failed", "shown", leaky, null);
  if (trend === "unsaid" && isElectrolytic(part))
    return finding("undecided", within ? "guess" : "likely", { code: "leakTrendUnsaid", ohms: value, least }, "watchOhmmeter");
  if (!within) return shifted(value, leaky, context);
  const reason: VerdictReason = { code: "leakWithinForm", ohms: value, least };
  return context.mustClimb ? finding("worn", "likely", reason, "leakTest") : noPath(reason, "climbing", false, part);
}

const isElectrolytic = ({ technology }: CapacitorPart) => isWetAluminium(technology) || technology === "tantalum";

/** A leak under the limit: on a coupling part whose stage is known it is judged by the DC it puts there. */
function shifted(value: Ohms, leaky: VerdictReason, { part, working, following, constants }: JudgingContext): Finding {
  if (part.role !== "coupling" || isElectrolytic(part) || working === null || following === null || !(following > 0))
    return finding("failed", "shown", leaky, null);
  const shift = couplingShift(working, following, value);
  return finding(
    Math.abs(shift) < figure(constants, "coupling.shift") ? "worn" : "failed",
    "shown",
    { code: "leakShifts", ohms: value, shift },
    null,
  );
}

/**
 * No path found. A wet part may still have dried out; an over-range that nobody saw climb clears no ceramic of a crack and no paper
 * of the leak it has at its working volts; film and tantalum are likely sound.
 */
function noPath(reason: VerdictReason, trend: OhmmeterTrend, inCircuit: boolean, part: CapacitorPart): Finding {
  if (isWetAluminium(part.technology)) return finding("undecided", "guess", reason, inCircuit ? "liftAndEsr" : "measureEsrInCircuit");
  if (part.technology === "x7r" || part.technology === "c0g") return finding("undecided", "guess", reason, "liftAndCapacitance");
  if (part.technology === "paper" && trend !== "climbing") return finding("undecided", "guess", reason, "leakTest");
  return finding("sound", "likely", reason, "liftAndCapacitance");
}
