import { ohms, type Farads, type Hertz, type Ohms, type Volts } from "../units";
import type { CapacitorPart, Datasheet, ShelfReading } from "./part";
import { isWetAluminium } from "./technology";

/** Where a limit comes from, best first: a new part on this meter, the series' datasheet, a trade norm, the formula. */
export type ReferenceSource = "shelf" | "datasheet" | "trade" | "formula";

/** What a sound part of this kind should read as ESR, and where worn and failed begin. */
export interface EsrExpectation {
  source: ReferenceSource;
  typical: Ohms;
  /** below this: sound */
  soundBelow: Ohms;
  /** from here on: failed; between the two: worn */
  failedFrom: Ohms;
}

// tan d max at 120 Hz and 20 °C by rated volts, typical general-purpose wet aluminium (from memory). Where sources give a
// range its stricter end stands here. A rating between two steps takes the lower step: the more lenient limit.
const TAN_D: readonly (readonly [volts: number, tanD: number])[] = [
  [0, 0.24], [10, 0.2], [16, 0.16], [25, 0.14], [35, 0.12], [50, 0.1], [63, 0.09], [100, 0.08], [160, 0.15], [350, 0.2],
]; // prettier-ignore

/**
 * tan d at 120 Hz that a new general-purpose wet aluminium part must stay under, dimensionless (from memory), with 0.02 added
 * for every 1000 µF above 1000 µF.
 */
export function usualTanD(nominal: Farads, rated: Volts): number {
  const base = TAN_D.findLast(([v]) => rated >= v)?.[1] ?? TAN_D[0]![1];
  return base + (0.02 * Math.max(0, nominal - 1e-3)) / 1e-3;
}

/** ESR in ohms from tan d: tan d / (2·π·f·C). Exact for the series model. @throws RangeError on negative tan d */
export function esrFromTanD(tanD: number, at: Hertz, nominal: Farads): Ohms {
  return ohms(tanD / (2 * Math.PI * at * nominal));
}

/** Dissipation factor D = ESR · 2·π·f·C, dimensionless. */
export function dissipationFromEsr(esr: Ohms, at: Hertz, capacitance: Farads): number {
  return esr * 2 * Math.PI * at * capacitance;
}

/**
 * ESR in ohms expected of a new wet aluminium part at 20–25 °C and `at` hertz: electrolyte plus oxide,
 * R + (ESR(120 Hz) − R)·120/f with R = 0.25·ESR(120 Hz, tan d max) + 0.02 Ω (common practice for hand-held meters at 100 kHz).
 * Exact at 120 Hz by definition; within a factor of two of real parts elsewhere. Says nothing of film, ceramic or tantalum.
 */
export function typicalEsr(nominal: Farads, rated: Volts, at: Hertz): Ohms {
  const at120 = usualTanD(nominal, rated) / (2 * Math.PI * 120 * nominal);
  const electrolyte = 0.25 * at120 + 0.02;
  return ohms(electrolyte + ((at120 - electrolyte) * 120) / at);
}

interface TradeNorm {
  from: number;
  to: number;
  rated: number | null;
  typical: number;
  wornFrom: number;
  failedFrom: number;
}

// Common practice, hand-held ESR meters around 100 kHz. 10 µF/50 V: bad "over 4 to 5", the middle stands here.
const TRADE_NORMS: readonly TradeNorm[] = [
  { from: 10e-6, to: 10e-6, rated: 50, typical: 1.5, wornFrom: 1.5 * 1.25, failedFrom: 4.5 },
  { from: 22e-6, to: 22e-6, rated: 35, typical: 1.5, wornFrom: 1.5 * 1.25, failedFrom: 3 },
  { from: 47e-6, to: 47e-6, rated: 50, typical: 0.7, wornFrom: 1, failedFrom: 2 },
  { from: 220e-6, to: 470e-6, rated: null, typical: 0.3, wornFrom: 0.3 * 1.25, failedFrom: 0.5 },
];

const SOUND_RATIO = 1.25;
const FAILED_RATIO = 2;
/** No hand-held meter tells limits under this apart on parts below 1000 µF (common practice). */
const FLOOR_OHMS = 0.3;
const SAME = 1e-6; // two writings of one marked value differ by rounding only

const close = (a: number, b: number, relative: number) => Math.abs(a - b) <= relative * Math.max(Math.abs(a), Math.abs(b));

/**
 * The best reference at hand for an ESR reading taken at `at` hertz with `meter`: shelf, then datasheet, then trade norm, then
 * formula; null where nothing is known (film, ceramic, tantalum without shelf or datasheet).
 * Shelf readings count only from the same meter within 20 % of the frequency: two meters can differ by 2 to 5 times.
 */
export function expectEsr(
  part: CapacitorPart,
  at: Hertz,
  meter: string | null,
  shelf: readonly ShelfReading[] = [],
  datasheet: Datasheet | null = null,
): EsrExpectation | null {
  const onShelf = shelf.find(
    (s) =>
      s.meter === meter &&
      s.technology === part.technology &&
      close(s.nominal, part.nominal, SAME) &&
      close(s.rated, part.rated, SAME) &&
      close(s.at, at, 0.2),
  );
  if (onShelf) return byRatio("shelf", onShelf.esr, part.nominal);
  if (datasheet && close(datasheet.at, at, 0.2)) return byRatio("datasheet", datasheet.esr, part.nominal);
  if (!isWetAluminium(part.technology)) return null;
  const norm = at >= 20_000 ? tradeNorm(part.nominal, part.rated) : undefined;
  if (norm) return { source: "trade", typical: ohms(norm.typical), soundBelow: ohms(norm.wornFrom), failedFrom: ohms(norm.failedFrom) };
  return byRatio("formula", typicalEsr(part.nominal, part.rated, at), part.nominal);
}

function tradeNorm(nominal: Farads, rated: Volts): TradeNorm | undefined {
  return TRADE_NORMS.find(
    (n) => nominal >= n.from * (1 - SAME) && nominal <= n.to * (1 + SAME) && (n.rated === null || close(n.rated, rated, SAME)),
  );
}

function byRatio(source: ReferenceSource, typical: Ohms, nominal: Farads): EsrExpectation {
  const floor = nominal < 1e-3 ? FLOOR_OHMS : 0;
  return {
    source,
    typical,
    soundBelow: ohms(Math.max(SOUND_RATIO * typical, floor)),
    failedFrom: ohms(Math.max(FAILED_RATIO * typical, floor)),
  };
}
