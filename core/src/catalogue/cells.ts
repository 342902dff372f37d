import { GRADES, SAFETY_CLASSES, type Grade, type SafetyClass } from "../choose";
import { LIMITS } from "../knowledge";
import { capacitanceOfCode, type Technology } from "../part";
import { TECHNOLOGY_WORDS, type Mounting } from "../entry";
import { parseValue, wordTable } from "../units";
import type { ColumnUnit } from "./columns";

// One cell of a supplier's file: a number with or without its unit, decimals with point or comma, a word of the trade.

const FACTOR: Readonly<Record<Exclude<ColumnUnit, "code">, number>> = {
  F: 1,
  µF: 1e-6,
  nF: 1e-9,
  pF: 1e-12,
  V: 1,
  kV: 1e3,
  "%": 0.01,
  "°C": 1,
  mm: 1,
  cm: 10,
  inch: 25.4,
  Ω: 1,
  mΩ: 1e-3,
  Hz: 1,
  kHz: 1e3,
  A: 1,
  mA: 1e-3,
  "V/µs": 1,
  h: 1,
  kh: 1e3,
  each: 1,
  "per 10": 0.1,
  "per 100": 0.01,
  "per 1000": 0.001,
};

/**
 * A plain number as spreadsheets write it: point or comma for decimals, the other one, blanks or apostrophes between thousands. One comma
 * or point before three digits is a decimal sign, unless another group or sign shows that it is not.
 * @returns null for anything else, formulas among them
 */
export function plainNumber(text: string): number | null {
  const compact = text.trim().replace(/[\s\u00a0'’]/g, "");
  if (!/^[+-]?[\d.,]+(e[+-]?\d{1,2})?$/i.test(compact) || !/\d/.test(compact)) return null;
  const [mantissa, exponent = ""] = compact.split(/(?=e)/i) as [string, string?];
  const [lastPoint, lastComma] = [mantissa.lastIndexOf("."), mantissa.lastIndexOf(",")];
  const signs = mantissa.replace(/[^.,]/g, "");
  let decimal: "." | "," | null = null;
  if (lastPoint >= 0 && lastComma >= 0) decimal = lastPoint > lastComma ? "." : ",";
  else if (signs.length === 1) decimal = signs as "." | ",";
  const whole =
    decimal === null ? mantissa.replace(/[.,]/g, "") : mantissa.replaceAll(decimal === "." ? "," : ".", "").replace(decimal, ".");
  if ((whole.match(/\./g)?.length ?? 0) > 1) return null;
  const value = Number(whole + exponent);
  return Number.isFinite(value) ? value : null;
}

/**
 * A quantity in SI units: with its unit in the cell ("4,7 µF", "0u22", "35V"), or a bare number in the unit of its column.
 * @returns null where it is none; "unit" where a bare number has no unit to be in
 */
export function quantity(text: string, si: "F" | "V" | "A" | "Ω" | "Hz", unit: ColumnUnit | null): number | null | "unit" {
  const trimmed = text.trim();
  if (unit === "code") return capacitanceOfCode(trimmed);
  const bare = plainNumber(trimmed);
  if (bare !== null) return unit === null ? (si === "F" ? "unit" : bare) : scaled(bare, unit);
  const parsed = parseValue(trimmed.replace(/\s*(dc|ac)$/i, ""));
  if (!parsed || (parsed.unit !== null && parsed.unit !== si)) return null;
  return parsed.value;
}
const scaled = (value: number, unit: ColumnUnit): number => Number((value * FACTOR[unit as Exclude<ColumnUnit, "code">]).toPrecision(12));

/** A number followed by nothing, or by its own unit: lengths, temperatures, hours, prices. */
export function measure(text: string, unit: ColumnUnit | null, units: readonly ColumnUnit[]): number | null {
  const match = /^([+-]?[\d.,'’\s\u00a0]*\d(?:e[+-]?\d+)?)\s*(.*)$/i.exec(text.trim());
  const value = match && plainNumber(match[1]!);
  if (!match || value === null) return null;
  const suffix = match[2]!
    .replace(/^degrees? ?/i, "°")
    .replace(/^°$/, "°C")
    .replace(/^(in|")$/i, "inch")
    .replace(/^(hrs?|hours?)$/i, "h");
  const said = suffix === "" ? (unit ?? units[0]!) : units.find((u) => u.toLowerCase() === suffix.toLowerCase());
  return said === undefined ? null : scaled(value, said);
}

/** "10x20", "10 × 20 mm", "ø10 x 12.5". */
export function sizeOf(text: string, unit: ColumnUnit | null): { diameter: number; height: number } | null {
  const match = /^[øØ]?\s*([\d.,]+)\s*(?:mm)?\s*[x×*]\s*([\d.,]+)\s*(mm|cm|inch|in|")?$/i.exec(text.trim());
  if (!match) return null;
  const factor = match[3] ?? unit ?? "mm";
  const [diameter, height] = [match[1]!, match[2]!].map((t) => measure(`${t} ${factor}`, null, ["mm", "cm", "inch"]));
  return diameter == null || height == null ? null : { diameter, height };
}

/** "±20 %", "-10/+50 %", "K", "5". As fractions. */
export function toleranceOf(text: string): { minus: number; plus: number } | null {
  const trimmed = text.trim().replace(/%/g, "").replace("±", "").replace("+/-", "").trim();
  const letter = LETTERS.get(trimmed.toUpperCase());
  if (letter !== undefined) return { minus: letter, plus: letter };
  const both = /^[-−–]\s*([\d.,]+)\s*[/…]?\s*(?:to)?\s*\+\s*([\d.,]+)$/.exec(trimmed);
  const [minus, plus] = both ? [plainNumber(both[1]!), plainNumber(both[2]!)] : [plainNumber(trimmed), plainNumber(trimmed)];
  if (minus === null || plus === null || minus < 0 || plus < 0 || minus > 100 * LIMITS.tolerance[1] || plus > 100 * LIMITS.toleranceUp[1])
    return null;
  return { minus: minus / 100, plus: plus / 100 };
}
/** Tolerance letters (IEC 60062). */
const LETTERS: ReadonlyMap<string, number> = wordTable({ F: 0.01, G: 0.02, J: 0.05, K: 0.1, M: 0.2 });

const KINDS: readonly [RegExp, Technology][] = [
  [/bi-?polar|non-?polar|unpolar|\bnp\b(?!0)/i, "bipolar"],
  [/tantal/i, "tantalum"],
  [/c0g|np0|cog/i, "c0g"],
  [/x[578][rstuv]|ceram|disc|keram|mlcc/i, "x7r"],
  [/poly|film|foil|mkp|mkt|mks|fkp|\bpp\b|\bpet\b/i, "film"],
  [/paper/i, "paper"],
  [/\bcan\b|twist/i, "can"],
  [/alumin|electroly|elko|\bwet\b/i, "aluminium"],
];
/** How a part is made, from a word or a sentence. */
export const kindOf = (text: string): Technology | null =>
  TECHNOLOGY_WORDS.get(text.trim().toLowerCase()) ?? KINDS.find(([p]) => p.test(text))?.[1] ?? null;

const MOUNTS: readonly [RegExp, Mounting][] = [
  [/smd|smt|surface|chip/i, "smd"],
  [/snap/i, "snapIn"],
  [/screw|stud/i, "screw"],
  [/axial/i, "axial"],
  [/radial|box|disc|through|tht|pin/i, "radial"],
];
export const mountOf = (text: string): Mounting | null => MOUNTS.find(([p]) => p.test(text))?.[1] ?? null;

const GRADE_SIGNS: readonly [RegExp, Grade][] = [
  [/safety|suppress|\b[xy][12]\b/i, "safety"],
  [/low[ -]?leak/i, "lowLeakage"],
  [/low[ -]?(esr|imp)/i, "lowEsr"],
  [/long[ -]?life|endur/i, "longLife"],
  [/audio|hi-?fi|sound/i, "audio"],
  [/general|standard|usual/i, "general"],
];
export const gradeOf = (text: string): Grade | null =>
  GRADES.find((g) => g.toLowerCase() === text.trim().toLowerCase()) ?? GRADE_SIGNS.find(([p]) => p.test(text))?.[1] ?? null;

export const safetyOf = (text: string): SafetyClass | null => SAFETY_CLASSES.find((c) => new RegExp(`\\b${c}\\b`, "i").test(text)) ?? null;

/** Hundredths of the currency; a sign of one may stand before or after. */
export function centsOf(text: string, unit: ColumnUnit | null): number | null {
  const bare = plainNumber(text.replace(/[€$£¥]|[A-Z]{3}/g, ""));
  return bare === null ? null : Math.round(scaled(bare, unit ?? "each") * 10_000) / 100;
}
