import { farads, ohms, type Farads, type Hertz, type Ohms } from "../units";
import { esrFromTanD, expectEsr, typicalEsr, type EsrExpectation } from "./expectation";
import { leakageLimit } from "./leakage";
import type { CapacitorPart, Datasheet, Parallel, ShelfReading } from "./part";
import type { Measurement, Reading } from "./reading";
import { isWetAluminium } from "./technology";
import type { Finding } from "./verdict";

/** Everything besides the reading itself that decides what it proves. */
export interface JudgingContext {
  part: CapacitorPart;
  parallel: Parallel;
  shelf: readonly ShelfReading[];
  datasheet: Datasheet | null;
}

type Of<K extends Measurement["kind"]> = Extract<Measurement, { kind: K }>;

/** What one reading proves about the part, by the rules for in and out of circuit (common practice, see each function). */
export function assess(reading: Reading, context: JudgingContext): Finding {
  const { measurement: m, inCircuit } = reading;
  switch (m.kind) {
    case "esr":
      return m.ohms === "over" ? esrOver(inCircuit) : esr(m.ohms, m.at, reading, context);
    case "dissipation":
      return esr(esrFromTanD(m.d, m.at, context.part.nominal), m.at, reading, context);
    case "capacitance":
      return capacitance(m, inCircuit, context);
    case "ohmmeter":
      return ohmmeter(m, inCircuit, context.part);
    case "leakage":
      return leakage(m, inCircuit, context.part);
    case "visual":
      return visual(m);
    case "condition":
      return condition(m, inCircuit);
  }
}

function esrOver(inCircuit: boolean): Finding {
  return {
    state: "open",
    certainty: inCircuit ? "likely" : "shown",
    reason: { code: "esrOverRange", inCircuit },
    reference: null,
    settle: inCircuit ? "liftAndEsr" : null,
  };
}

// A reading this far past expectation is no dried electrolyte any more: a lead or foil has let go (common practice).
const OPEN_RATIO = 50;

function esr(value: Ohms, at: Hertz, reading: Reading, context: JudgingContext): Finding {
  const { part, parallel } = context;
  const { inCircuit } = reading;
  const expected = expectEsr(part, at, reading.meter, context.shelf, context.datasheet);
  if (!expected)
    return {
      state: "undecided",
      certainty: "guess",
      reason: { code: "esrNoReference", ohms: value },
      reference: null,
      settle: "referenceReading",
    };
  const ratio = value / expected.typical;
  const reason = { code: "esr", ohms: value, at, expected: expected.typical, ratio, inCircuit } as const;
  const state = esrBand(value, ratio, expected);
  // In circuit a high reading is strong: parallel paths only lower it. A low one clears nothing by itself.
  if (state !== "sound")
    return {
      state,
      certainty: inCircuit ? "likely" : "shown",
      reason,
      reference: expected.source,
      settle: inCircuit ? "liftAndEsr" : null,
    };
  if (!inCircuit) return { state, certainty: "shown", reason, reference: expected.source, settle: null };
  switch (parallel.kind) {
    case "alone":
      return { state, certainty: "likely", reason, reference: expected.source, settle: "liftAndEsr" };
    case "unknown":
      return {
        state: "undecided",
        certainty: "guess",
        reason: { code: "esrMayBeHidden", ohms: value, ratio, by: [] },
        reference: expected.source,
        settle: "liftAndEsr",
      };
    case "with":
      return besideNeighbours(value, at, expected, parallel.parts);
  }
}

function esrBand(value: Ohms, ratio: number, expected: EsrExpectation): "sound" | "worn" | "failed" | "open" {
  if (value < expected.soundBelow) return "sound";
  if (value < expected.failedFrom) return "worn";
  return ratio > OPEN_RATIO ? "open" : "failed";
}

/** A low in-circuit reading clears the part only if sound neighbours could not have produced it on their own. */
function besideNeighbours(value: Ohms, at: Hertz, expected: EsrExpectation, parts: Extract<Parallel, { kind: "with" }>["parts"]): Finding {
  const by = parts.map((p) => p.designator);
  const ratio = value / expected.typical;
  const neighbours = 1 / parts.reduce((sum, p) => sum + 1 / neighbourImpedance(p, at), 0);
  // worst case for the suspect: everything the neighbours could carry is theirs
  const atMost = value < neighbours ? 1 / (1 / value - 1 / neighbours) : Infinity;
  if (atMost < expected.soundBelow)
    return {
      state: "sound",
      certainty: "likely",
      reason: { code: "esrClearedDespiteNeighbours", ohms: value, ratio, atMost: ohms(atMost), by },
      reference: expected.source,
      settle: "liftAndEsr",
    };
  return {
    state: "undecided",
    certainty: "guess",
    reason: { code: "esrMayBeHidden", ohms: value, ratio, by },
    reference: expected.source,
    settle: "liftAndEsr",
  };
}

// A neighbour of a low-ESR series reads down to a quarter of the typical figure (common practice).
const BETTER_THAN_TYPICAL = 4;

function neighbourImpedance(part: Extract<Parallel, { kind: "with" }>["parts"][number], at: Hertz): number {
  const reactance = 1 / (2 * Math.PI * at * part.nominal);
  // film, ceramic and tantalum: the reactance alone, the lowest their impedance can be below resonance
  const resistance = isWetAluminium(part.technology) ? typicalEsr(part.nominal, part.rated, at) / BETTER_THAN_TYPICAL : 0;
  return Math.hypot(resistance, reactance);
}

// Bands of C out of circuit (common practice): worn down to half the marked value, failed below; more than 30 % over the
// upper tolerance is a leak the meter charges through, or a dried-out part.
const HALF = 0.5;
const TOO_HIGH = 0.3;
/** From here up a bridge under-reads wet aluminium parts whose ESR has risen. */
const UNDER_READS_FROM = 800;
// Meters round; a part at exactly its lower limit is inside it.
const EDGE = 1e-9;

function capacitance(m: Of<"capacitance">, inCircuit: boolean, context: JudgingContext): Finding {
  const { part, parallel } = context;
  const share = m.farads / part.nominal;
  const { minus, plus } = part.tolerance;
  const low = share < 1 - minus - EDGE;
  if (low && isWetAluminium(part.technology) && m.at !== "dc" && m.at >= UNDER_READS_FROM)
    return {
      state: "undecided",
      certainty: "guess",
      reason: { code: "capacitanceUnderReads", farads: m.farads, share, at: m.at },
      reference: null,
      settle: "capacitanceAt120",
    };
  if (low) {
    const wears = isWetAluminium(part.technology) || part.technology === "tantalum";
    return {
      state: wears && share >= HALF ? "worn" : "failed",
      certainty: inCircuit ? "likely" : "shown",
      reason: { code: "capacitance", farads: m.farads, share, inCircuit },
      reference: null,
      settle: inCircuit ? "liftAndCapacitance" : null,
    };
  }
  if (inCircuit) return capacitanceAmongOthers(m.farads, share, parallel, part);
  if (share > 1 + plus + EDGE) {
    const failed = !isWetAluminium(part.technology) || share > 1 + plus + TOO_HIGH + EDGE;
    return {
      state: failed ? "failed" : "worn",
      certainty: failed ? "shown" : "likely",
      reason: { code: "capacitanceHigh", farads: m.farads, share, inCircuit },
      reference: null,
      settle: failed ? null : "leakTest",
    };
  }
  return {
    state: "sound",
    certainty: "shown",
    reason: { code: "capacitance", farads: m.farads, share, inCircuit },
    reference: null,
    settle: null,
  };
}

/** In circuit parallel parts add, so a normal or high reading proves little; a known bank can still be short of its sum. */
function capacitanceAmongOthers(value: Farads, share: number, parallel: Parallel, part: CapacitorPart): Finding {
  if (parallel.kind === "alone" && share <= 1 + part.tolerance.plus + EDGE)
    return {
      state: "sound",
      certainty: "likely",
      reason: { code: "capacitance", farads: value, share, inCircuit: true },
      reference: null,
      settle: "liftAndCapacitance",
    };
  if (parallel.kind === "with") {
    const sum = farads(parallel.parts.reduce((total, p) => total + p.nominal, part.nominal as number));
    if (value < sum * (1 - part.tolerance.minus) * (1 - EDGE))
      return {
        state: "undecided",
        certainty: "likely",
        reason: { code: "bankLow", farads: value, sum, by: parallel.parts.map((p) => p.designator) },
        reference: null,
        settle: "liftAndCapacitance",
      };
  }
  return {
    state: "undecided",
    certainty: "guess",
    reason: { code: "capacitanceInCircuitProvesLittle", farads: value, share },
    reference: null,
    settle: "liftAndCapacitance",
  };
}

// A plain ohmmeter with its leads shows up to about an ohm on a dead short; 3 Ω leaves room for a worn probe.
const NEAR_ZERO_OHMS = 3;

function ohmmeter(m: Of<"ohmmeter">, inCircuit: boolean, part: CapacitorPart): Finding {
  const plain = { reference: null } as const;
  if (m.ohms === "over") return noLeak({ code: "climbsToOverRange" }, inCircuit, part);
  if (m.ohms <= NEAR_ZERO_OHMS)
    return inCircuit
      ? { ...plain, state: "undecided", certainty: "likely", reason: { code: "nodeShorted", ohms: m.ohms }, settle: "liftLegs" }
      : { ...plain, state: "shorted", certainty: "shown", reason: { code: "nearZero", ohms: m.ohms }, settle: null };
  if (m.trend === "climbing")
    return {
      ...plain,
      state: "undecided",
      certainty: "guess",
      reason: { code: "leakMayBeCircuit", ohms: m.ohms },
      settle: "liftAndOhmmeter",
    };
  return inCircuit
    ? { ...plain, state: "undecided", certainty: "guess", reason: { code: "leakMayBeCircuit", ohms: m.ohms }, settle: "liftAndOhmmeter" }
    : { ...plain, state: "failed", certainty: "shown", reason: { code: "leaky", ohms: m.ohms, trend: m.trend }, settle: null };
}

/** No leak clears a film or ceramic part in circuit as far as it goes; a wet part may still have dried out. */
function noLeak(reason: Finding["reason"], inCircuit: boolean, part: CapacitorPart): Finding {
  if (isWetAluminium(part.technology))
    return { state: "undecided", certainty: "guess", reason, reference: null, settle: "measureEsrInCircuit" };
  return {
    state: "sound",
    certainty: inCircuit ? "likely" : "shown",
    reason,
    reference: null,
    settle: inCircuit ? "liftAndCapacitance" : null,
  };
}

function leakage(m: Of<"leakage">, inCircuit: boolean, part: CapacitorPart): Finding {
  if (inCircuit)
    return {
      state: "undecided",
      certainty: "guess",
      reason: { code: "leakageInCircuit", amperes: m.amperes },
      reference: null,
      settle: "liftAndOhmmeter",
    };
  const limit = leakageLimit(part.nominal, part.rated);
  const ratio = m.amperes / limit;
  const reason = { code: "leakageCurrent", amperes: m.amperes, limit, ratio } as const;
  return ratio > 1 ? { state: "failed", certainty: "shown", reason, reference: null, settle: null } : noLeak(reason, inCircuit, part);
}

function visual(m: Of<"visual">): Finding {
  const reason = { code: "visual", sign: m.sign } as const;
  if (m.sign === "looksClean") return { state: "undecided", certainty: "guess", reason, reference: null, settle: "measureEsrInCircuit" };
  // heat stains come from neighbours too; the others condemn whatever the part reads (common practice)
  if (m.sign === "discoloured") return { state: "worn", certainty: "likely", reason, reference: null, settle: "liftAndEsr" };
  return { state: "failed", certainty: "shown", reason, reference: null, settle: null };
}

function condition(m: Of<"condition">, inCircuit: boolean): Finding {
  const reason = { code: "condition", condition: m.condition, inCircuit } as const;
  switch (m.condition) {
    case "open":
      return {
        state: "open",
        certainty: inCircuit ? "likely" : "shown",
        reason,
        reference: null,
        settle: inCircuit ? "liftAndCapacitance" : null,
      };
    case "shorted":
      return inCircuit
        ? { state: "undecided", certainty: "likely", reason: { code: "nodeShorted", ohms: ohms(0) }, reference: null, settle: "liftLegs" }
        : { state: "shorted", certainty: "shown", reason, reference: null, settle: null };
    case "intermittent":
      return { state: "failed", certainty: "likely", reason, reference: null, settle: "repeatOutOfCircuit" };
  }
}
