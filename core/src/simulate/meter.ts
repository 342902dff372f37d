import { usualTanD, type CapacitorPart } from "../capacitor";
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

// Share of a new part's ESR at 120 Hz that is electrolyte; the rest is oxide and falls with frequency.
const ELECTROLYTE_SHARE = 0.25;

/**
 * True ESR in ohms at `at` hertz by the series model: R electrolyte + tan d oxide / (2·π·f·C). A new part comes out near the usual
 * expectation.
 */
export function trueEsr(part: CapacitorPart, state: TrueState, at: Hertz): Ohms {
  const at120 = usualTanD(part.nominal, part.rated) / (2 * Math.PI * 120 * part.nominal);
  const electrolyte = ELECTROLYTE_SHARE * at120 * 0.85 + 0.012;
  return ohms(electrolyte * state.dryness + ((1 - ELECTROLYTE_SHARE) * at120 * 120) / at);
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
  const wrc = 2 * Math.PI * at * trueEsr(part, state, at) * c;
  const shown = (c / (1 + wrc ** 2)) * (1 + meter.bias) * Math.max(0.5, normal(random, 1, meter.spread));
  return farads(Number(shown.toPrecision(3)));
}
