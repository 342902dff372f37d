import { wordTable } from "./wordTable";
import type { UnitSymbol } from "./engineering";

export interface ParsedValue {
  /** Value in SI base units of `unit`; where `unit` is null, the bare number with any prefix applied. */
  value: number;
  unit: UnitSymbol | null;
  /** Whether a prefix or an R was written: "31u" has one, "31" has not. */
  prefixed: boolean;
  /** Whether the prefix is micro, nano or pico: without a unit only a capacitance is written so. */
  tiny: boolean;
  /** Significant digits as typed, so that the reading can be shown as it was entered. */
  significant: number;
  /** Written as alternating voltage or current ("vac", "vrms", "v~", "vpp"). */
  alternating: boolean;
  /** Written as peak to peak ("vpp"): alternating, and not rms. */
  peakToPeak: boolean;
}

const EXPONENT: ReadonlyMap<string, number> = wordTable({
  p: -12,
  n: -9,
  u: -6,
  µ: -6,
  μ: -6,
  m: -3,
  "": 0,
  k: 3,
  K: 3,
  M: 6,
  G: 9,
});

// Units are matched whole, longest first; old-style farads ("mfd", "mmf") carry their prefix inside.
const UNITS: readonly { pattern: RegExp; unit: UnitSymbol; exponent?: number; alternating?: boolean; peakToPeak?: boolean }[] = [
  { pattern: /^(mmfd?|mmf|uuf|µµf)$/i, unit: "F", exponent: -12 },
  { pattern: /^mfd?s?$/i, unit: "F", exponent: -6 },
  { pattern: /^(f|fd|farads?)$/i, unit: "F" },
  { pattern: /^(ohms?|Ω|Ω|r)$/i, unit: "Ω" },
  { pattern: /^(vac|vrms|v~)$/i, unit: "V", alternating: true },
  { pattern: /^(vpp|vp-p|vptp)$/i, unit: "V", alternating: true, peakToPeak: true },
  { pattern: /^(v|vdc|volts?)$/i, unit: "V" },
  { pattern: /^(aac|arms|a~)$/i, unit: "A", alternating: true },
  { pattern: /^(a|adc|amps?)$/i, unit: "A" },
  { pattern: /^(hz|c\/s|cps)$/i, unit: "Hz" },
  { pattern: /^w(atts?)?$/i, unit: "W" },
  { pattern: /^j(oules?)?$/i, unit: "J" },
  { pattern: /^(s|sec|secs)$/i, unit: "s" },
];

const PLAIN = /^([+-]?)(\d+(?:[.,]\d*)?|[.,]\d+)(?:e([+-]?\d{1,3}))?(.*)$/i;
// RKM: the letter stands where the decimal point was (IEC 60062): 4n7, 0u22, 4R7, 1k5
const RKM = /^([+-]?)(\d+)([pnuµμmkKMGRr])(\d+)(.*)$/;

/**
 * Reads one value as it is written on parts or muttered at the bench: "4.7u", "4,7 µF", "4n7", "0u22", "47R", ".42", "8 MFD", "1.2vac".
 * Decimals with point or comma. A lone "M" is mega, a lone "m" milli; with farads both mean what old markings mean (MFD = µF), because
 * megafarads do not exist. Gives null for anything that is not a single finite value: empty text, words, two values, exponents beyond
 * doubles.
 * @example parseValue("4n7") // { value: 4.7e-9, unit: null, prefixed: true, tiny: true, significant: 2, alternating: false, peakToPeak:
 * false }
 */
export function parseValue(text: string): ParsedValue | null {
  const compact = text.trim().replace(/\s+/g, "");
  const rkm = RKM.exec(compact);
  if (rkm) {
    const [, sign, whole, letter, fraction, rest] = rkm as unknown as [string, string, string, string, string, string];
    return rest === "" || unitOf(rest) ? finish(sign, `${whole}.${fraction}`, 0, letter + rest) : null;
  }
  const plain = PLAIN.exec(compact);
  if (!plain) return null;
  const [, sign, digits, exponent, rest] = plain as unknown as [string, string, string, string | undefined, string];
  return finish(sign, digits.replace(",", "."), Number(exponent ?? 0), rest);
}

function finish(sign: string, digits: string, exponent: number, suffix: string): ParsedValue | null {
  const meaning = suffixMeaning(suffix);
  if (!meaning) return null;
  // one decimal literal parsed once, so "4.7u" is exactly 4.7e-6 and not 4.7 * 1e-6
  // "-0" is 0: a signed nothing does not come back from the records as it went in
  const value = Number(`${sign}${digits}e${exponent + meaning.exponent}`) + 0;
  if (!Number.isFinite(value)) return null;
  return {
    value,
    unit: meaning.unit,
    prefixed: meaning.prefixed,
    tiny: /^[pnuµμ]/.test(suffix),
    alternating: meaning.alternating,
    peakToPeak: meaning.peakToPeak,
    significant: countSignificant(digits),
  };
}

interface SuffixMeaning {
  exponent: number;
  unit: UnitSymbol | null;
  prefixed: boolean;
  alternating: boolean;
  peakToPeak: boolean;
}

function suffixMeaning(suffix: string): SuffixMeaning | null {
  if (suffix === "") return { exponent: 0, unit: null, prefixed: false, alternating: false, peakToPeak: false };
  const whole = unitOf(suffix);
  if (whole)
    return {
      exponent: whole.exponent ?? 0,
      unit: whole.unit,
      prefixed: whole.exponent !== undefined,
      alternating: whole.alternating ?? false,
      peakToPeak: whole.peakToPeak ?? false,
    };
  const exponent = EXPONENT.get(suffix[0]!);
  if (exponent === undefined) return null;
  const rest = suffix.slice(1);
  if (rest === "") return { exponent, unit: null, prefixed: true, alternating: false, peakToPeak: false };
  const unit = unitOf(rest);
  if (!unit || unit.exponent !== undefined) return null;
  const isFarads = unit.unit === "F";
  if (isFarads && exponent > 0) return null; // nothing of the trade is marked in kF, MF or GF
  return { exponent, unit: unit.unit, prefixed: true, alternating: unit.alternating ?? false, peakToPeak: unit.peakToPeak ?? false };
}

function unitOf(text: string) {
  return UNITS.find((u) => u.pattern.test(text));
}

function countSignificant(digits: string): number {
  const bare = digits.replace(".", "").replace(/^0+/, "");
  return Math.min(12, Math.max(1, bare.length));
}
