import { bridgeReading, esrShares, type CapacitorPart } from "../part";
import { normal } from "../numeric";
import { farads, ohms, type Farads, type Hertz, type Ohms } from "../units";

/** What a part really is, unknown to the technician: capacitance left, electrolyte resistance, open or not. */
export interface TrueState {
  /** share of the marked capacitance left, 0 to about 1.3 */
  share: number;
  /** electrolyte resistance as a multiple of a new part's, 1 is new */
  dryness: number;
  open: boolean;
}

/** A hand-held or bench meter: relative spread of one reading, constant relative error, end of its ESR range. */
export interface SimulatedMeter {
  spread: number;
  bias: number;
  esrEnd: Ohms;
}

/**
 * True ESR in ohms at `at` hertz by the model of a sound part: its electrolyte dried by so much, its oxide as it was. A new part reads
 * what is expected of it.
 */
export function trueEsr(part: CapacitorPart, state: TrueState, at: Hertz): Ohms {
  const { electrolyte, oxideAt120 } = esrShares(part);
  return ohms(Math.max(0, electrolyte * state.dryness + (oxideAt120 * 120) / at));
}

/** What the meter shows as ESR out of circuit, in ohms to two digits, or "over" past its range or on an open part. */
export function readEsr(part: CapacitorPart, state: TrueState, at: Hertz, meter: SimulatedMeter, random: () => number): Ohms | "over" {
  const shown = trueEsr(part, state, at) * (1 + meter.bias) * Math.max(0.1, normal(random, 1, meter.spread));
  return state.open || shown > meter.esrEnd ? "over" : ohms(Number(Math.max(0.01, shown).toPrecision(2)));
}

/**
 * What a bridge at `at` hertz shows as C out of circuit, in farads to three digits. At 1 kHz a dried part reads low: the bridge
 * sees C / (1 + (2·π·f·R·C)²) of the series pair.
 */
export function readCapacitance(part: CapacitorPart, state: TrueState, at: Hertz, meter: SimulatedMeter, random: () => number): Farads {
  const c = part.nominal * (state.open ? 1e-3 : state.share);
  const shown = bridgeReading(c, trueEsr(part, state, at), at) * (1 + meter.bias) * Math.max(0.5, normal(random, 1, meter.spread));
  return farads(Number(shown.toPrecision(3)));
}
