import { parseValue, wordTable, type Result } from "../units";
import { ratedVoltageOfCode } from "./ratedVoltageCode";
import { isWetAluminium, type Technology, type Tolerance } from "./technology";

export interface Marking {
  /** farads */
  nominal: number | null;
  /** volts */
  rated: number | null;
  tolerance: Tolerance | null;
  /** upper category temperature, °C */
  temperature: number | null;
}

export type MarkingIssue =
  | { code: "empty" }
  | { code: "ambiguousValue"; token: string; asMicrofarads: number; asCode: number | null }
  | { code: "notUnderstood"; token: string }
  | { code: "impossible"; token: string }
  | { code: "twice"; token: string };

// IEC 60062 tolerance letters for values above 10 pF, as fractions.
const TOLERANCE_LETTER: ReadonlyMap<string, Tolerance> = wordTable({
  B: { minus: 0.001, plus: 0.001 },
  C: { minus: 0.0025, plus: 0.0025 },
  D: { minus: 0.005, plus: 0.005 },
  F: { minus: 0.01, plus: 0.01 },
  G: { minus: 0.02, plus: 0.02 },
  J: { minus: 0.05, plus: 0.05 },
  K: { minus: 0.1, plus: 0.1 },
  M: { minus: 0.2, plus: 0.2 },
  N: { minus: 0.3, plus: 0.3 },
  Q: { minus: 0.1, plus: 0.3 },
  T: { minus: 0.1, plus: 0.5 },
  S: { minus: 0.2, plus: 0.5 },
  Z: { minus: 0.2, plus: 0.8 },
});

const THREE_DIGIT = /^(\d{2})(\d)$/;
// value and tolerance letter written together: 4n7J, 100nK; F is left out, it means farads there
const VALUE_LETTER = /^(\d*[.,]?\d+[pnuµμ]\d*)([BCDGJKMNQTSZ])$/;
// lower case only where no prefix is written so: 100n is 100 nF, 472k is 4.7 nF ±10 %
const THREE_DIGIT_LETTER = /^(\d{2})(\d)([BCDFGJKMNQTSZjkz])$/;

/** Farads for a three-digit code in pF ("472" is 4.7 nF); 8 and 9 mean ×0.01 and ×0.1. Null for anything else. */
export function capacitanceOfCode(code: string): number | null {
  const match = THREE_DIGIT.exec(code);
  if (!match) return null;
  const last = Number(match[2]);
  return Number(`${match[1]}e${(last === 8 ? -2 : last === 9 ? -1 : last) - 12}`);
}

/**
 * Reads what is printed on a capacitor: "220/25", "220@25", "220u 25v", "472K", "4n7 J 100V", "0u22", "1H 10u", "8 MFD 450V",
 * "-20+80%", "105C". A bare number is microfarads on a wet aluminium part and when a voltage follows it after / or @;
 * three bare digits on anything else are asked back, because "220" is 22 pF in code and 220 µF in the flesh.
 * Old values stay as marked. Never guesses silently.
 * @param technology what the part is made as, where already known
 */
export function parseMarking(text: string, technology?: Technology): Result<Marking, MarkingIssue> {
  const tokens = tokenise(text);
  if (tokens.length === 0) return { ok: false, issue: { code: "empty" } };
  const marking: Marking = { nominal: null, rated: null, tolerance: null, temperature: null };
  for (const token of tokens) {
    const found = readToken(token, technology, marking);
    if (!found.ok) return found;
    for (const [key, value] of Object.entries(found.value) as [keyof Marking, never][]) {
      if (marking[key] !== null) return { ok: false, issue: { code: "twice", token: token.text } };
      marking[key] = value;
    }
  }
  return { ok: true, value: marking };
}

interface Token {
  text: string;
  /** stands right before "/" or "@": the µF of a µF/V pair; or right behind it: the V */
  place: "alone" | "beforeSlash" | "afterSlash";
}

function tokenise(text: string): Token[] {
  const tight = text
    .trim()
    .replace(/\s*([/@])\s*/g, "$1")
    .replace(/(\d)\s+(?=([pnuµμ]f?|mfd?|mmfd?|v|vdc|°?c|%)(\s|\/|@|$))/gi, "$1");
  return tight
    .split(/[\s;]+/)
    .filter((part) => part !== "")
    .flatMap((part): Token[] => {
      const pair = /^([^/@]+)[/@]([^/@]+)$/.exec(part);
      if (!pair) return [{ text: part, place: "alone" }];
      return [
        { text: pair[1]!, place: "beforeSlash" },
        { text: pair[2]!, place: "afterSlash" },
      ];
    });
}

function readToken(token: Token, technology: Technology | undefined, sofar: Marking): Result<Partial<Marking>, MarkingIssue> {
  const { text, place } = token;
  const temperature = /^\+?(\d{2,3})°?c$/i.exec(text);
  if (temperature && place === "alone") return within({ temperature: Number(temperature[1]) }, text);
  const percent = /^(?:±|\+\/?-)?(\d{1,2})%$/.exec(text);
  if (percent) return { ok: true, value: { tolerance: { minus: Number(percent[1]) / 100, plus: Number(percent[1]) / 100 } } };
  const skewed = /^-(\d{1,2})\/?\+(\d{1,3})%?$/.exec(text);
  if (skewed) return { ok: true, value: { tolerance: { minus: Number(skewed[1]) / 100, plus: Number(skewed[2]) / 100 } } };
  const coded = THREE_DIGIT_LETTER.exec(text);
  if (coded) {
    const tolerance = TOLERANCE_LETTER.get(coded[3]!.toUpperCase())!;
    return within({ nominal: capacitanceOfCode(text.slice(0, 3))!, tolerance }, text);
  }
  const lettered = VALUE_LETTER.exec(text);
  if (lettered) return within({ nominal: parseValue(lettered[1]!)!.value, tolerance: TOLERANCE_LETTER.get(lettered[2]!)! }, text);
  const voltsOfCode = ratedVoltageOfCode(text);
  if (voltsOfCode !== null) return { ok: true, value: { rated: voltsOfCode } };
  if (/^[BCDFGJKMNQTSZ]$/i.test(text) && sofar.nominal !== null)
    return { ok: true, value: { tolerance: TOLERANCE_LETTER.get(text.toUpperCase())! } };
  return readNumber(text, place, technology);
}

function readNumber(text: string, place: Token["place"], technology: Technology | undefined): Result<Partial<Marking>, MarkingIssue> {
  const parsed = parseValue(text);
  if (!parsed) return { ok: false, issue: { code: "notUnderstood", token: text } };
  if (parsed.unit === "V" || (place === "afterSlash" && parsed.unit === null && !parsed.prefixed))
    return within({ rated: parsed.value }, text);
  if (parsed.unit === "F" || (parsed.unit === null && parsed.prefixed)) return within({ nominal: parsed.value }, text);
  if (parsed.unit !== null) return { ok: false, issue: { code: "notUnderstood", token: text } };
  const asMicrofarads = Number(`${parsed.value}e-6`);
  const asCode = capacitanceOfCode(text);
  const wet = technology !== undefined && isWetAluminium(technology);
  if (place === "beforeSlash" || wet) return within({ nominal: asMicrofarads }, text);
  // a decimal without unit on a dry part is microfarads: no code has a point in it
  if (technology !== undefined && /[.,]/.test(text)) return within({ nominal: asMicrofarads }, text);
  if (technology !== undefined && asCode !== null) return within({ nominal: asCode }, text);
  return { ok: false, issue: { code: "ambiguousValue", token: text, asMicrofarads, asCode } };
}

// What audio equipment can hold: 0.1 pF to 10 F, 1 V to 20 kV, 40 to 200 °C. Outside is a slip of the pencil.
function within(found: Partial<Marking>, token: string): Result<Partial<Marking>, MarkingIssue> {
  const bad =
    (found.nominal != null && !(found.nominal >= 1e-13 && found.nominal <= 10)) ||
    (found.rated != null && !(found.rated >= 1 && found.rated <= 20_000)) ||
    (found.temperature != null && !(found.temperature >= 40 && found.temperature <= 200));
  return bad ? { ok: false, issue: { code: "impossible", token } } : { ok: true, value: found };
}
