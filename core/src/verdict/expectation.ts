import { figure, type EsrNorm, type ShopConstants } from "../knowledge";
import { isWetAluminium, soundEsr, type CapacitorPart } from "../part";
import { median } from "../numeric";
import { ohms, type Farads, type Hertz, type Ohms, type Volts } from "../units";
import type { Datasheet, References, ShelfReading } from "./reference";

/** Where a limit comes from: new parts on this meter, the series' datasheet, a trade norm, norm and shelf together, the formula. */
export type ReferenceSource = "shelf" | "datasheet" | "trade" | "tradeAndShelf" | "formula";

/** What a sound part of this kind should read as ESR, and the limits over which it is worn and failed. */
export interface EsrExpectation {
  source: ReferenceSource;
  typical: Ohms;
  /** sound up to this; over it worn */
  soundUpTo: Ohms;
  failedOver: Ohms;
  /** how many new parts on the shelf stand behind it */
  samples: number;
}

const SAME = 1e-6; // two writings of one marked value differ by rounding only
const close = (a: number, b: number, relative: number) => Math.abs(a - b) <= relative * Math.max(Math.abs(a), Math.abs(b));

/**
 * Whether a reading is over a limit as far as a hand-held can tell: 0.5 against "over 0.5 is bad" is at the limit, and a display step and
 * lead contact are worth 0.02 Ω (common practice). Ohms.
 */
export const isOver = (constants: ShopConstants, value: number, limit: number): boolean =>
  value > limit + figure(constants, "esr.allowance") + 1e-9;

/**
 * The best reference at hand for an ESR reading taken at `at` hertz with `meter`, ohms; null where nothing is known (film, ceramic,
 * tantalum without shelf or datasheet). New parts on the same meter count within 20 % of the frequency, several of them as a range.
 * The shelf serves, it does not rule: beside a trade norm it only says where between the norm's two limits this bench draws them.
 * Where only the formula stands, the shelf wins over it; then comes the datasheet of the fitted series.
 */
export function expectEsr(
  constants: ShopConstants,
  part: CapacitorPart,
  at: Hertz,
  meter: string | null,
  { shelf, norms }: Pick<References, "shelf" | "norms">,
  datasheet: Datasheet | null = null,
): EsrExpectation | null {
  const samples = shelf.filter((s) => isSample(constants, s, part, at, meter)).map((s) => s.esr as number);
  const wet = isWetAluminium(part.technology);
  const norm = wet && at >= figure(constants, "esr.tradeFrom") ? normFor(norms, part.nominal, part.rated) : null;
  if (norm) return samples.length === 0 && datasheet === null ? fromNorm(norm) : narrowed(constants, norm, samples, datasheet, at);
  if (samples.length > 0) return byRatio(constants, "shelf", median(samples), Math.max(...samples), part.nominal, samples.length);
  const sheet = statedNear(constants, datasheet, at);
  if (sheet !== null) return byRatio(constants, "datasheet", sheet, sheet, part.nominal, 0);
  if (!wet) return null;
  const typical = soundEsr(part, at);
  return byRatio(constants, "formula", typical, typical, part.nominal, 0);
}

function isSample(constants: ShopConstants, s: ShelfReading, part: CapacitorPart, at: Hertz, meter: string | null): boolean {
  return (
    s.meter === meter &&
    s.technology === part.technology &&
    close(s.nominal, part.nominal, SAME) &&
    part.rated !== null &&
    close(s.rated, part.rated, SAME) &&
    close(s.at, at, figure(constants, "esr.likeFrequency"))
  );
}

const statedNear = (constants: ShopConstants, datasheet: Datasheet | null, at: Hertz): number | null =>
  datasheet && close(datasheet.at, at, figure(constants, "esr.likeFrequency")) ? datasheet.esr : null;

/** The shop's own rows go before those everyone starts with, exact volts before any volts. */
function normFor(norms: readonly EsrNorm[], nominal: Farads, rated: Volts | null): EsrNorm | null {
  const fits = norms.filter(
    (n) =>
      nominal >= n.from * (1 - SAME) &&
      nominal <= n.to * (1 + SAME) &&
      (n.rated === null || (rated !== null && close(n.rated, rated, SAME))),
  );
  const weight = (n: EsrNorm) => (n.by === null ? 0 : 2) + (n.rated === null ? 0 : 1);
  return fits.reduce<EsrNorm | null>((best, n) => (best && weight(best) >= weight(n) ? best : n), null);
}

const fromNorm = (n: EsrNorm): EsrExpectation => ({
  source: "trade",
  typical: ohms(n.typical),
  soundUpTo: ohms(n.wornOver),
  failedOver: ohms(n.failedOver),
  samples: 0,
});

/**
 * Norm and own references together. What the norm calls sound stays sound however good the new part was, what it fails stays failed
 * however poor; between its two limits the shelf draws the line. Failed never begins at once where sound ends.
 */
function narrowed(
  constants: ShopConstants,
  norm: EsrNorm,
  samples: readonly number[],
  datasheet: Datasheet | null,
  at: Hertz,
): EsrExpectation {
  const sheet = statedNear(constants, datasheet, at);
  const own =
    samples.length > 0 ? { typical: median(samples), most: Math.max(...samples) } : sheet === null ? null : { typical: sheet, most: sheet };
  if (own === null) return fromNorm(norm);
  const middle = Math.sqrt(norm.wornOver * norm.failedOver);
  const soundUpTo = Math.min(middle, Math.max(norm.wornOver, figure(constants, "esr.soundRatio") * own.most));
  const failed = Math.max(middle, figure(constants, "esr.failedRatio") * own.typical, figure(constants, "esr.soundRatio") * soundUpTo);
  return {
    source: "tradeAndShelf",
    typical: ohms(own.typical),
    soundUpTo: ohms(soundUpTo),
    failedOver: ohms(Math.min(norm.failedOver, failed)),
    samples: samples.length,
  };
}

/** Limits by ratio. The floor lifts where worn begins; failed then begins later, so that nothing steps from sound to failed. */
function byRatio(
  constants: ShopConstants,
  source: ReferenceSource,
  typical: number,
  most: number,
  nominal: Farads,
  samples: number,
): EsrExpectation {
  const large = nominal >= figure(constants, "esr.largeFrom");
  const floor = figure(constants, large ? "esr.largeFloor" : "esr.floor");
  const floorFailed = large ? 2 * floor : figure(constants, "esr.floorFailed");
  const soundUpTo = Math.max(figure(constants, "esr.soundRatio") * most, floor);
  return {
    source,
    typical: ohms(typical),
    soundUpTo: ohms(soundUpTo),
    failedOver: ohms(Math.max(figure(constants, "esr.failedRatio") * typical, floorFailed, soundUpTo)),
    samples,
  };
}
