import { countingOf, type Folded, type Measurement } from "../evidence";
import { figure, type ShopConstants } from "../knowledge";
import { bridgeReading, esrShares, isWetAluminium, type CapacitorPart, type Parallel, type Role } from "../part";
import { farads, ohms, type Farads, type Hertz } from "../units";
import type { JudgingContext } from "./judgingContext";
import { finding } from "./finding";
import type { Finding } from "./verdict";

type Capacitance = Extract<Measurement, { kind: "capacitance" }>;

// Meters round; a part at exactly its lower limit is inside it.
const EDGE = 1e-9;

/** The circuit's own tolerance for parts whose value sets the sound; null where the marked one is all that counts. */
function circuitTolerance(constants: ShopConstants, role: Role): number | null {
  return role === "crossover" ? figure(constants, "c.crossover") : role === "tone" ? figure(constants, "c.tone") : null;
}

/**
 * C by its bands (common practice): worn down to half the marked value, failed below, open where nearly nothing is left; more than
 * 30 % over the upper tolerance is a leak the meter charges through, or a dried-out part. In circuit parallel parts only add.
 */
export function assessCapacitance(m: Capacitance, inCircuit: boolean, context: JudgingContext, folded: Folded | null): Finding {
  const { part, parallel } = context;
  const share = m.farads / part.nominal;
  const { minus, plus } = part.tolerance;
  const certainty = inCircuit ? "likely" : "shown";
  const settle = inCircuit ? "liftAndCapacitance" : null;
  const low = share < 1 - minus - EDGE;
  if (low && isWetAluminium(part.technology) && m.at !== "dc" && m.at >= figure(context.constants, "c.underReadsFrom"))
    return finding(
      "undecided",
      "guess",
      {
        code: "capacitanceUnderReads",
        farads: m.farads,
        share,
        at: m.at,
        model: modelled(context.constants, m.farads, m.at, part, folded),
      },
      "capacitanceAt120",
    );
  if (share < figure(context.constants, "c.nearlyGone"))
    return finding("open", certainty, { code: "capacitanceGone", farads: m.farads, share, inCircuit }, settle);
  if (low) {
    const wears = isWetAluminium(part.technology) || part.technology === "tantalum";
    const state = wears && share >= figure(context.constants, "c.half") ? "worn" : "failed";
    return finding(state, certainty, { code: "capacitance", farads: m.farads, share, inCircuit }, settle);
  }
  if (inCircuit) return amongOthers(m.farads, share, parallel, part);
  if (share > 1 + plus + EDGE) {
    const failed = !isWetAluminium(part.technology) || share > 1 + plus + figure(context.constants, "c.tooHigh") + EDGE;
    const reason = { code: "capacitanceHigh", farads: m.farads, share, inCircuit } as const;
    return failed ? finding("failed", "shown", reason, null) : finding("worn", "likely", reason, "leakTest");
  }
  const own = circuitTolerance(context.constants, part.role);
  if (own !== null && Math.abs(share - 1) > own + EDGE)
    return finding("worn", "shown", { code: "capacitanceOffForItsPlace", farads: m.farads, share, tolerance: own }, null);
  return finding("sound", "shown", { code: "capacitance", farads: m.farads, share, inCircuit }, null);
}

/** What the series model makes of the marked C and the ESR that was read: does a low reading up there agree with it? */
function modelled(constants: ShopConstants, value: Farads, at: Hertz, part: CapacitorPart, folded: Folded | null) {
  const esr = folded && (countingOf(folded, "esr") ?? countingOf(folded, "esrLow"))?.measurement;
  if (esr?.kind !== "esr" || esr.ohms === "over") return null;
  const { oxideAt120 } = esrShares(part);
  // the oxide's share of ESR goes as 1/f; what the electrolyte adds does not change with it
  const there = Math.max(0, esr.ohms + oxideAt120 * (120 / at - 120 / esr.at));
  const expected = bridgeReading(part.nominal, there, at);
  const agrees = Math.abs(value / expected - 1) <= figure(constants, "c.modelAgrees");
  return { esr: ohms(there), farads: farads(expected), agrees };
}

/** In circuit a normal or high reading proves little; a known bank can still be short of its sum, by so many parts' worth. */
function amongOthers(value: Farads, share: number, parallel: Parallel, part: CapacitorPart): Finding {
  if (parallel.kind === "alone" && share <= 1 + part.tolerance.plus + EDGE)
    return finding("sound", "likely", { code: "capacitance", farads: value, share, inCircuit: true }, "liftAndCapacitance");
  if (parallel.kind === "with") {
    const sum = farads(parallel.parts.reduce((total, p) => total + p.nominal, part.nominal as number));
    if (value < sum * (1 - part.tolerance.minus) * (1 - EDGE)) {
      const by = parallel.parts.map((p) => p.designator);
      const missing = (sum - value) / part.nominal;
      return finding("undecided", "likely", { code: "bankLow", farads: value, sum, missing, by }, "liftAndCapacitance");
    }
  }
  return finding("undecided", "guess", { code: "capacitanceInCircuitProvesLittle", farads: value, share }, "liftAndCapacitance");
}
