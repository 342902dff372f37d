import type { Result } from "../../units";
import { checkNetlist, MAX_ELEMENTS, type CheckedNetlist } from "../checkNetlist";
import type { CircuitIssue } from "../issue";
import type { CircuitElement, Wave } from "../netlist";

/** What is wrong with a line of a netlist; lines count from 1. */
export type NetlistTextIssue =
  | { code: "no_elements" }
  | { code: "too_long"; lines: number; limit: number }
  | { code: "unknown_part"; line: number; text: string }
  | { code: "unsupported"; line: number; text: string }
  | { code: "fields_missing"; line: number; text: string; needed: string }
  | { code: "bad_number"; line: number; text: string }
  | { code: "wrong_unit"; line: number; text: string; needed: string }
  | { code: "femto_or_farad"; line: number; text: string }
  | { code: "no_model"; line: number; text: string }
  | { code: "circuit"; line: number | null; issue: CircuitIssue };

interface Line {
  at: number;
  fields: string[];
  text: string;
}
type Parsed<T> = Result<T, NetlistTextIssue>;

const MAX_LINES = 4 * MAX_ELEMENTS;
/** directives that ask for a run or its output: of no concern to the circuit itself */
const RUN_WORDS = /^\.(op|ac|tran|dc|print|plot|save|probe|options?|end|title|temp|width|four)$/i;

/**
 * Reads a plain SPICE-style netlist of R, C, L, V (DC, SIN), I (DC, SIN), D with a model of IS, N and RS, E and G. The first line is
 * the title. Comments (`*`, `;`), continuations (`+`) and run directives are understood; everything else is refused with its line.
 * Suffixes f p n u m k meg g t; unit letters may follow and must fit the part.
 */
export function importNetlist(text: string): Parsed<CheckedNetlist> {
  const raw = text.split(/\r\n|\r|\n/);
  if (raw.length > MAX_LINES) return { ok: false, issue: { code: "too_long", lines: raw.length, limit: MAX_LINES } };
  const lines = joinLines(raw.slice(1));
  const models = new Map<string, Map<string, number>>();
  for (const line of lines) {
    if (!/^\.model$/i.test(line.fields[0]!)) continue;
    const model = readModel(line);
    if (!model.ok) return model;
    models.set(line.fields[1]!.toLowerCase(), model.value);
  }
  const elements: CircuitElement[] = [];
  const lineOf = new Map<string, number>();
  for (const line of lines) {
    const word = line.fields[0]!;
    if (/^\.end$/i.test(word)) break;
    if (word.startsWith(".")) {
      if (/^\.model$/i.test(word) || RUN_WORDS.test(word)) continue;
      return { ok: false, issue: { code: "unsupported", line: line.at, text: word } };
    }
    const element = readElement(line, models);
    if (!element.ok) return element;
    elements.push(element.value);
    lineOf.set(element.value.id, line.at);
  }
  if (elements.length === 0) return { ok: false, issue: { code: "no_elements" } };
  const checked = checkNetlist({ title: (raw[0] ?? "").replace(/^\*\s*/, "").trim(), elements });
  if (checked.ok) return checked;
  const line = "element" in checked.issue ? (lineOf.get(checked.issue.element) ?? null) : null;
  return { ok: false, issue: { code: "circuit", line, issue: checked.issue } };
}

function joinLines(raw: readonly string[]): Line[] {
  const out: Line[] = [];
  raw.forEach((source, i) => {
    const text = source.replace(/\s*;.*$/, "").trim();
    if (text === "" || text.startsWith("*")) return;
    const fields = text
      .replace(/^\+/, "")
      .replaceAll(/[()=,]/g, (c) => (c === "=" ? " = " : " "))
      .split(/\s+/)
      .filter(Boolean);
    const last = out.at(-1);
    if (text.startsWith("+") && last) last.fields.push(...fields);
    else if (fields.length > 0) out.push({ at: i + 2, fields, text });
  });
  return out;
}

const SUFFIX: Readonly<Record<string, number>> = {
  f: 1e-15,
  p: 1e-12,
  n: 1e-9,
  u: 1e-6,
  µ: 1e-6,
  m: 1e-3,
  k: 1e3,
  meg: 1e6,
  g: 1e9,
  t: 1e12,
};
const UNITS: readonly (readonly [letters: RegExp, unit: string])[] = [
  [/^f(arads?)?$/i, "F"],
  [/^h(enr(y|ies))?$/i, "H"],
  [/^(ohms?|Ω|r)$/i, "Ω"],
  [/^v(olts?)?$/i, "V"],
  [/^a(mps?|mperes?)?$/i, "A"],
  [/^(hz|hertz)$/i, "Hz"],
  [/^s(ec(onds?)?)?$/i, "s"],
];

function readNumber(line: Line, field: string | undefined, unit: string): Parsed<number> {
  if (field === undefined) return { ok: false, issue: { code: "fields_missing", line: line.at, text: line.text, needed: unit } };
  const match = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)(.*)$/i.exec(field);
  if (!match) return { ok: false, issue: { code: "bad_number", line: line.at, text: field } };
  const letters = match[2]!;
  // the custom of netlists: a lone F behind a number is femto, which nobody means by "1F"
  if (unit === "F" && letters === "F") return { ok: false, issue: { code: "femto_or_farad", line: line.at, text: field } };
  const suffix = /^(meg|[fpnuµmkgt])/i.exec(letters)?.[1]?.toLowerCase() ?? "";
  const whole = UNITS.find(([re]) => re.test(letters));
  const takesUnit = whole !== undefined && (suffix === "" || letters.length > 1 || letters === letters.toUpperCase());
  const rest = takesUnit ? letters : letters.slice(suffix.length);
  const named = rest === "" ? unit : UNITS.find(([re]) => re.test(rest))?.[1];
  if (named === undefined) return { ok: false, issue: { code: "bad_number", line: line.at, text: field } };
  if (named !== unit) return { ok: false, issue: { code: "wrong_unit", line: line.at, text: field, needed: unit } };
  return { ok: true, value: Number(match[1]) * (rest === letters ? 1 : SUFFIX[suffix]!) };
}

function readModel(line: Line): Parsed<Map<string, number>> {
  const [, name, kind, ...rest] = line.fields;
  if (name === undefined || kind?.toLowerCase() !== "d")
    return { ok: false, issue: { code: "unsupported", line: line.at, text: line.text } };
  const values = new Map<string, number>();
  for (let i = 0; i < rest.length; i += 3) {
    const key = rest[i]!.toLowerCase();
    const unit = ({ is: "A", rs: "Ω", n: "" } as Record<string, string>)[key];
    if (rest[i + 1] !== "=" || unit === undefined) return { ok: false, issue: { code: "unsupported", line: line.at, text: rest[i]! } };
    const value = readNumber(line, rest[i + 2], unit);
    if (!value.ok) return value;
    values.set(key, value.value);
  }
  return { ok: true, value: values };
}

function readElement(line: Line, models: ReadonlyMap<string, ReadonlyMap<string, number>>): Parsed<CircuitElement> {
  const [id, a, b, ...rest] = line.fields as [string, string | undefined, string | undefined, ...string[]];
  if (a === undefined || b === undefined || rest.length === 0)
    return { ok: false, issue: { code: "fields_missing", line: line.at, text: line.text, needed: "nodes" } };
  switch (id[0]!.toUpperCase()) {
    case "R":
      return withNumber(line, rest, "Ω", (ohms) => ({ kind: "resistor", id, a, b, ohms }));
    case "C":
      return withStart(line, rest, "F", "V", (farads, volts) => ({ kind: "capacitor", id, a, b, farads, ...(volts ? { volts } : {}) }));
    case "L":
      return withStart(line, rest, "H", "A", (henries, amperes) => ({
        kind: "inductor",
        id,
        a,
        b,
        henries,
        ...(amperes ? { amperes } : {}),
      }));
    case "V": {
      const wave = readWave(line, rest, "V");
      return wave.ok ? { ok: true, value: { kind: "voltageSource", id, plus: a, minus: b, wave: wave.value } } : wave;
    }
    case "I": {
      const wave = readWave(line, rest, "A");
      return wave.ok ? { ok: true, value: { kind: "currentSource", id, from: a, to: b, wave: wave.value } } : wave;
    }
    case "D": {
      const model = models.get(rest[0]!.toLowerCase());
      if (!model) return { ok: false, issue: { code: "no_model", line: line.at, text: rest[0]! } };
      // a model without RS is given a hundredth of a milliohm: the solver needs some
      const [saturation, emission, ohms] = [model.get("is") ?? 1e-14, model.get("n") ?? 1, model.get("rs") || 1e-5];
      return { ok: true, value: { kind: "diode", id, anode: a, cathode: b, saturation, emission, ohms } };
    }
    case "E":
    case "G": {
      const [inPlus, inMinus, value] = rest;
      if (inPlus === undefined || inMinus === undefined)
        return { ok: false, issue: { code: "fields_missing", line: line.at, text: line.text, needed: "nodes" } };
      if (id[0]!.toUpperCase() === "E")
        return withNumber(line, [value!], "", (gain) => ({ kind: "amplifier", id, plus: a, minus: b, inPlus, inMinus, gain }));
      return withNumber(line, [value!], "", (siemens) => ({ kind: "transconductance", id, from: a, to: b, inPlus, inMinus, siemens }));
    }
    default:
      return { ok: false, issue: { code: "unknown_part", line: line.at, text: id } };
  }
}

function withNumber(line: Line, fields: readonly string[], unit: string, make: (value: number) => CircuitElement): Parsed<CircuitElement> {
  const value = readNumber(line, fields[0], unit);
  if (!value.ok) return value;
  if (fields.length > 1) return { ok: false, issue: { code: "unsupported", line: line.at, text: fields[1]! } };
  return { ok: true, value: make(value.value) };
}

function withStart(
  line: Line,
  fields: readonly string[],
  unit: string,
  startUnit: string,
  make: (value: number, start: number) => CircuitElement,
): Parsed<CircuitElement> {
  const value = readNumber(line, fields[0], unit);
  if (!value.ok) return value;
  if (fields.length === 1) return { ok: true, value: make(value.value, 0) };
  if (fields[1]!.toLowerCase() !== "ic" || fields[2] !== "=")
    return { ok: false, issue: { code: "unsupported", line: line.at, text: fields[1]! } };
  const start = readNumber(line, fields[3], startUnit);
  return start.ok ? { ok: true, value: make(value.value, start.value) } : start;
}

function readWave(line: Line, fields: readonly string[], unit: string): Parsed<Wave> {
  let level = 0;
  for (let i = 0; i < fields.length;) {
    const word = fields[i]!.toLowerCase();
    if (word === "sin") {
      const units = [unit, unit, "Hz", "s", "", ""];
      const values: number[] = [];
      for (const [k, field] of fields.slice(i + 1).entries()) {
        const value = readNumber(line, field, units[k] ?? "");
        if (!value.ok) return value;
        values.push(value.value);
      }
      const [offset, amplitude, hertz, delay = 0, damping = 0, phase = 0] = values;
      if (hertz === undefined) return { ok: false, issue: { code: "fields_missing", line: line.at, text: line.text, needed: "Hz" } };
      if (delay !== 0 || damping !== 0) return { ok: false, issue: { code: "unsupported", line: line.at, text: line.text } };
      return { ok: true, value: { kind: "sine", offset: offset!, amplitude: amplitude!, hertz, phase } };
    }
    if (word === "ac") {
      i += fields[i + 1] !== undefined && /^[\d.+-]/.test(fields[i + 1]!) ? 2 : 1;
      continue;
    }
    if (word !== "dc" && !/^[\d.+-]/.test(word)) return { ok: false, issue: { code: "unsupported", line: line.at, text: fields[i]! } };
    const value = readNumber(line, word === "dc" ? fields[i + 1] : fields[i], unit);
    if (!value.ok) return value;
    level = value.value;
    i += word === "dc" ? 2 : 1;
  }
  return { ok: true, value: { kind: "dc", value: level } };
}
