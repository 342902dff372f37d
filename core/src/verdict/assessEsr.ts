import { countingOf, type Folded, type Measurement, type Reading } from "../evidence";
import { figure, type ShopConstants } from "../knowledge";
import { esrFromTanD, isWetAluminium, soundEsr, type CapacitorPart, type Parallel } from "../part";
import { ohms, type Hertz, type Ohms } from "../units";
import type { JudgingContext } from "./judgingContext";
import { expectEsr, isOver, type EsrExpectation } from "./expectation";
import { finding } from "./finding";
import type { Finding, Settle, VerdictReason } from "./verdict";

type Of<K extends Measurement["kind"]> = Extract<Measurement, { kind: K }>;

/** ESR by its bands; in circuit a high reading is strong, since parallel paths only lower it, and a low one clears nothing by itself. */
export function assessEsr(m: Of<"esr">, reading: Reading, context: JudgingContext, folded: Folded | null): Finding {
  const { inCircuit } = reading;
  const { nominal } = context.part;
  if (m.ohms === "over" && nominal < figure(context.constants, "esr.meterFrom"))
    return finding("undecided", "guess", { code: "esrNoUseFor", nominal }, inCircuit ? "liftAndCapacitance" : "capacitanceAt120");
  if (m.ohms === "over")
    return finding("open", inCircuit ? "likely" : "shown", { code: "esrOverRange", inCircuit }, inCircuit ? "liftAndEsr" : null);
  return judged(m.ohms, m.at, reading, context, folded, m.bound ?? null);
}

/** tan d counts as the ESR it stands for, with the capacitance measured with it where there is one. */
export function assessDissipation(m: Of<"dissipation">, reading: Reading, context: JudgingContext, folded: Folded | null): Finding {
  const c = folded && countingOf(folded, "capacitance")?.measurement;
  const farads = c?.kind === "capacitance" ? c.farads : context.part.nominal;
  return judged(esrFromTanD(m.d, m.at, farads), m.at, reading, context, folded, null);
}

function judged(
  value: Ohms,
  at: Hertz,
  reading: Reading,
  context: JudgingContext,
  folded: Folded | null,
  bound: "below" | "above" | "about" | null,
): Finding {
  const { part, parallel } = context;
  const { inCircuit } = reading;
  const atMost = (certainty: "shown" | "likely") => (bound === "about" ? "likely" : certainty);
  if (bound === null && tooLow(context.constants, value, part) && !shownNotShorted(context.constants, folded))
    return finding("undecided", "likely", { code: "esrNearZero", ohms: value, inCircuit }, inCircuit ? "liftAndOhmmeter" : "ohmmeter");
  const expected = expectEsr(context.constants, part, at, reading.meter, context, context.datasheet);
  if (!expected) return finding("undecided", "guess", { code: "esrNoReference", ohms: value }, "referenceReading");
  const { source } = expected;
  const ratio = value / expected.typical;
  const state = esrBand(context.constants, value, ratio, expected);
  if (bound === "above" && state !== "failed" && state !== "open")
    return finding("undecided", "guess", { code: "esrBeyondDisplay", ohms: value, expected: expected.typical }, "referenceReading", source);
  const reason: VerdictReason = {
    code: "esr",
    ohms: value,
    at,
    expected: expected.typical,
    ratio,
    inCircuit,
    atLimit: limitMet(context.constants, value, expected),
  };
  const lift: Settle = "liftAndEsr";
  if (state !== "sound")
    return finding(state, inCircuit ? "likely" : atMost("shown"), reason, inCircuit || bound === "about" ? lift : null, source);
  if (!inCircuit) return finding("sound", atMost("shown"), reason, bound === "about" ? lift : null, source);
  switch (parallel.kind) {
    case "alone":
      return finding("sound", "likely", reason, lift, source);
    case "unknown":
      return finding("undecided", "guess", { code: "esrMayBeHidden", ohms: value, ratio, by: [] }, lift, source);
    case "with":
      return besideNeighbours(context.constants, value, at, expected, parallel.parts);
  }
}

/** Under what a part and its leads can read: it may be a short, and only the ohmmeter tells. */
const tooLow = (constants: ShopConstants, value: number, part: CapacitorPart): boolean =>
  value < figure(constants, part.nominal < figure(constants, "esr.largeFrom") ? "esr.nearZero" : "esr.nearZeroLarge");

function shownNotShorted(constants: ShopConstants, folded: Folded | null): boolean {
  const m = folded && countingOf(folded, "insulation")?.measurement;
  return m?.kind === "ohmmeter" && (m.ohms === "over" || m.ohms > figure(constants, "short.ohms"));
}

/** An open part: far past any dried electrolyte, by ratio and by ohms. A few ohms on 47 µF is failed. */
function esrBand(constants: ShopConstants, value: Ohms, ratio: number, expected: EsrExpectation): "sound" | "worn" | "failed" | "open" {
  if (!isOver(constants, value, expected.soundUpTo)) return "sound";
  if (!isOver(constants, value, expected.failedOver)) return "worn";
  return ratio > figure(constants, "esr.openRatio") && value > figure(constants, "esr.openOhms") ? "open" : "failed";
}

/** The limit a reading stands at, as far as a hand-held can tell; null where it is clear of both. */
const limitMet = (constants: ShopConstants, value: number, e: EsrExpectation): Ohms | null =>
  [e.soundUpTo, e.failedOver].find((limit) => Math.abs(value - limit) <= figure(constants, "esr.allowance") && value >= limit) ?? null;

/** A low in-circuit reading clears the part only if sound neighbours could not have produced it; a bank has its own expectation. */
function besideNeighbours(
  constants: ShopConstants,
  value: Ohms,
  at: Hertz,
  expected: EsrExpectation,
  parts: Extract<Parallel, { kind: "with" }>["parts"],
): Finding {
  const by = parts.map((p) => p.designator);
  const ratio = value / expected.typical;
  const wet = parts.filter((p) => isWetAluminium(p.technology));
  const bank = 1 / wet.reduce((sum, p) => sum + 1 / soundEsr(p, at), 1 / expected.typical);
  if (
    wet.length > 0 &&
    isOver(constants, value, Math.max(figure(constants, "esr.failedRatio") * bank, figure(constants, "esr.largeFloor")))
  )
    return finding(
      "undecided",
      "likely",
      { code: "bankEsrHigh", ohms: value, expected: ohms(bank), ratio, by },
      "liftAndEsr",
      expected.source,
    );
  const neighbours = 1 / parts.reduce((sum, p) => sum + 1 / neighbourImpedance(constants, p, at), 0);
  // worst case for the suspect: everything the neighbours could carry is theirs
  const atMost = value < neighbours ? 1 / (1 / value - 1 / neighbours) : Infinity;
  if (!isOver(constants, atMost, expected.soundUpTo))
    return finding(
      "sound",
      "likely",
      { code: "esrClearedDespiteNeighbours", ohms: value, ratio, atMost: ohms(atMost), by },
      "liftAndEsr",
      expected.source,
    );
  return finding("undecided", "guess", { code: "esrMayBeHidden", ohms: value, ratio, by }, "liftAndEsr", expected.source);
}

function neighbourImpedance(constants: ShopConstants, part: Extract<Parallel, { kind: "with" }>["parts"][number], at: Hertz): number {
  const reactance = 1 / (2 * Math.PI * at * part.nominal);
  // film, ceramic and tantalum: the reactance alone, the lowest their impedance can be below resonance
  const resistance = isWetAluminium(part.technology) ? soundEsr(part, at) / figure(constants, "neighbour.better") : 0;
  return Math.hypot(resistance, reactance);
}
