import type { Bound } from "../evidence";
import { parseValue, wordTable, type ParsedValue } from "../units";
import { BOUND_WORDS, PHRASES } from "./words";

/** One word or value of a line. */
export interface Token {
  /** as typed */
  text: string;
  /** lower case, phrases joined: "no leak" is "noleak" */
  word: string;
  value: ParsedValue | null;
  /** written as percent: the value is the bare number */
  percent: boolean;
  bound: Bound | null;
  /** frequency written at it, in hertz: "31u@1k" */
  at: number | null;
  /** "@1k" standing by itself */
  standsAlone: boolean;
}

const UNIT_WORD = /^(pico|nano|micro|milli|kilo|mega|meg)?(ohms?|farads?|volts?|amps?|amperes?|hertz)$/i;
const PREFIX: ReadonlyMap<string, string> = wordTable({ pico: "p", nano: "n", micro: "u", milli: "m", kilo: "k", mega: "M", meg: "M" });
const UNIT: ReadonlyMap<string, string> = wordTable({ ohm: "ohm", farad: "F", volt: "V", amp: "A", ampere: "A", hertz: "Hz" });

/** "megohm" as it is written behind a number: "Mohm"; null where the word is no unit. */
function unitOfWord(word: string): string | null {
  const match = UNIT_WORD.exec(word);
  if (match) return (PREFIX.get(match[1]?.toLowerCase() ?? "") ?? "") + UNIT.get(match[2]!.toLowerCase().replace(/s$/, ""))!;
  if (/^(meg|megs)$/i.test(word)) return "Mohm";
  return /^([pnuµμmkM]?(Ω|hz|vac|vdc|vpp|vrms|v|uf|f|a|ohm)|uf|nf|pf|mf|[uµμ]f?|mfd|rms|ac|%)$/i.test(word) ? word : null;
}

const NUMBER = /^[+-]?(\d[\d.,]*|[.,]\d+)(e[+-]?\d{1,3})?$/i;

/** Splits a line into words and values: units said apart are joined, pairs ("31u/0.9", "esr=0.35", "31u@1k") taken apart. */
export function lex(line: string): Token[] {
  const raw = line.trim().split(/\s+/).filter(Boolean).flatMap(apart);
  const joined: string[] = [];
  for (const piece of raw) {
    const before = joined[joined.length - 1];
    const unit = unitOfWord(piece);
    const open = before !== undefined && /^[<>~≈]?[+-]?[\d.,]+([a-zµμ]{0,2})$/i.test(before) && /\d/.test(before);
    if (unit !== null && open && (unit === "%" ? NUMBER.test(bare(before)) : parseValue(bare(before) + unit)))
      joined[joined.length - 1] = before + unit;
    else if (before !== undefined && /^[<>~≈]$/.test(before)) joined[joined.length - 1] = before + piece;
    else if (before !== undefined && BOUND_WORDS.has(before.toLowerCase()) && /^[\d.,]/.test(piece) && isValue(piece))
      joined[joined.length - 1] = BOUND_WORDS.get(before.toLowerCase())! + piece;
    else joined.push(piece);
  }
  return inPhrases(joined).map(tokenOf);
}

const bare = (text: string) => text.replace(/^[<>~≈]/, "");

/** One piece between spaces, taken apart where it holds several. */
function apart(piece: string): string[] {
  const trimmed = piece.replace(/[;:]+$/, "").replace(/,+$/, "");
  if (trimmed === "") return [];
  const equals = /^([^=]+)=([^=]+)$/.exec(trimmed);
  if (equals) return [...apart(equals[1]!), "=", ...apart(equals[2]!)];
  const slash = /^([^/]+)\/([^/]+)$/.exec(trimmed);
  if (slash && isValue(slash[1]!) && isValue(slash[2]!)) return [slash[1]!, slash[2]!];
  const range = /^([a-z]{1,3}\d{1,4}[a-z]?)([-–])([a-z]{1,3}\d{1,4}[a-z]?)$/i.exec(trimmed);
  if (range && !isValue(range[1]!)) return [range[1]!, range[2]!, range[3]!];
  const names = /^([a-z]{1,3}\d{1,4}[a-z]?)([,+&]([a-z]{1,3}\d{1,4}[a-z]?))+$/i.test(trimmed);
  return names ? trimmed.split(/[,+&]/) : [trimmed];
}

const isValue = (text: string) => parseValue(bare(text).replace(/@.*$/, "").replace(/%$/, "")) !== null;

function inPhrases(pieces: readonly string[]): { text: string; word: string }[] {
  const out: { text: string; word: string }[] = [];
  for (let i = 0; i < pieces.length;) {
    const phrase = PHRASES.find(([words]) => words.every((w, k) => pieces[i + k]?.toLowerCase() === w));
    const count = phrase ? phrase[0].length : 1;
    const text = pieces.slice(i, i + count).join(" ");
    out.push({ text, word: phrase ? phrase[1] : text.toLowerCase() });
    i += count;
  }
  return out;
}

const BOUND: ReadonlyMap<string, Bound> = wordTable({ "<": "below", ">": "above", "~": "about", "≈": "about" });

function tokenOf({ text, word }: { text: string; word: string }): Token {
  const plain: Token = { text, word, value: null, percent: false, bound: null, at: null, standsAlone: false };
  const alone = /^@(.+)$/.exec(text);
  if (alone) return { ...plain, at: hertzOf(alone[1]!), standsAlone: true };
  const bound = BOUND.get(text[0] ?? "") ?? null;
  const [body, frequency] = bare(text).split("@") as [string, string?];
  if (frequency !== undefined) {
    const at = hertzOf(frequency);
    const value = parseValue(body);
    return value && at !== null ? { ...plain, value, bound, at } : plain;
  }
  if (body.endsWith("%") && NUMBER.test(body.slice(0, -1))) return { ...plain, value: parseValue(body.slice(0, -1)), percent: true, bound };
  return { ...plain, value: parseValue(spelledOut(body)), bound };
}

/** "5megohm" is 5 Mohm. */
function spelledOut(text: string): string {
  const match = /^([+-]?[\d.,]+)([a-z]{3,})$/i.exec(text);
  const unit = match && UNIT_WORD.test(match[2]!) ? unitOfWord(match[2]!) : null;
  return match && unit ? match[1]! + unit : text;
}

function hertzOf(text: string): number | null {
  const parsed = parseValue(text);
  return parsed && (parsed.unit === null || parsed.unit === "Hz") ? parsed.value : null;
}
