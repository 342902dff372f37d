export type UnitSymbol = "F" | "Ω" | "V" | "A" | "W" | "J" | "Hz" | "s";

const PREFIXES = [
  { symbol: "p", exponent: -12 },
  { symbol: "n", exponent: -9 },
  { symbol: "µ", exponent: -6 },
  { symbol: "m", exponent: -3 },
  { symbol: "", exponent: 0 },
  { symbol: "k", exponent: 3 },
  { symbol: "M", exponent: 6 },
  { symbol: "G", exponent: 9 },
] as const;

interface EngineeringOptions {
  /** Significant digits shown, 1 to 12; default 3. */
  significant?: number;
  /** Keep trailing zeros, so that a reading shows the precision it was entered with. Default false. */
  keepZeros?: boolean;
}

/**
 * A quantity as a technician writes it: "4.7 µF", "0.26 Ω", "3300 µF". Value in SI base units, any sign.
 * Farads stay in pF, nF and µF (the trade does not write mF), and ohms from 0.01 to 1 stay in ohms.
 * NaN and infinities give "–". Parsing the result gives the value back to the digits shown.
 * @example formatEngineering(4.7e-6, "F") // "4.7 µF"
 */
export function formatEngineering(value: number, unit: UnitSymbol, options: EngineeringOptions = {}): string {
  const { significant = 3, keepZeros = false } = options;
  if (!Number.isFinite(value)) return "–";
  if (value === 0) return `0 ${unit}`;
  const rounded = Number(value.toPrecision(significant));
  const prefix = pickPrefix(Math.abs(rounded), unit);
  // toPrecision on the scaled number, not on the product: 4.7e-6 / 1e-6 is 4.699999999999999
  const scaled = Number((rounded / 10 ** prefix.exponent).toPrecision(significant));
  return `${decimal(scaled, significant, keepZeros)} ${prefix.symbol}${unit}`;
}

function pickPrefix(magnitude: number, unit: UnitSymbol) {
  const highest = unit === "F" ? (magnitude < 1 ? -6 : 0) : 9;
  const lowest = unit === "Ω" && magnitude >= 0.01 ? 0 : unit === "Hz" ? 0 : -12;
  let chosen: (typeof PREFIXES)[number] = PREFIXES.find((p) => p.exponent === lowest)!;
  // 1 - 1e-9: a value that rounded to 999.9999999 by division must not slip to the smaller prefix
  for (const p of PREFIXES) if (p.exponent >= lowest && p.exponent <= highest && magnitude / 10 ** p.exponent >= 1 - 1e-9) chosen = p;
  return chosen;
}

function decimal(value: number, significant: number, keepZeros: boolean): string {
  const whole = value === 0 ? 1 : Math.floor(Math.log10(Math.abs(value))) + 1;
  const text = value.toFixed(Math.min(20, Math.max(0, significant - whole)));
  return keepZeros || !text.includes(".") ? text : text.replace(/\.?0+$/, "");
}
