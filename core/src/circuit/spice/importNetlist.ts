import { wordTable, type Result } from "../../units";
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
const RUN_WORDS = /^\.(op|ac|tran|dc|print|plot|save|probe|options?|end|title|temp|width|four|meas|measure)$/i;
/** what the engine's junctions are computed at, °C; a netlist that asks for another temperature asks for another circuit */
const TEMPERATURE = 27;

/**
 * Reads a plain SPICE-style netlist of R, C, L, V and I (DC, SIN, PULSE), D with a model of IS, N and RS, E and G. The first line is
 * the title. Comments (`*`, `;`), continuations (`+`), multipliers (`m=`, a diode's area) and run directives are understood; everything
 * else is refused with its line. Names of nodes and parts differ by more than case; ground is `0` or `gnd`. Suffixes f p n u m k meg g t;
 * unit letters may follow and must fit the part.
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
    const name = line.fields[1]!.toLowerCase();
    if (models.has(name)) return { ok: false, issue: { code: "unsupported", line: line.at, text: line.fields[1]! } };
    models.set(name, model.value);
  }
  const elements: CircuitElement[] = [];
  const lineOf = new Map<string, number>();
  const seen = new Set<string>();
  const nodes = new Map<string, string>();
  for (const line of lines) {
    const word = line.fields[0]!;
    if (/^\.end$/i.test(word)) break;
    if (word.startsWith(".")) {
      if (/^\.model$/i.test(word)) continue;
      if (RUN_WORDS.test(word) && !otherTemperature(line)) continue;
      return { ok: false, issue: { code: "unsupported", line: line.at, text: word } };
    }
    const element = readElement(oneCase(line, nodes), models);
    if (!element.ok) return element;
    const id = element.value.id.toLowerCase();
    if (seen.has(id))
      return { ok: false, issue: { code: "circuit", line: line.at, issue: { code: "duplicate_id", element: element.value.id } } };
    seen.add(id);
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

const SUFFIX: ReadonlyMap<string, number> = wordTable({
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
});
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
  return { ok: true, value: Number(match[1]) * (rest === letters ? 1 : SUFFIX.get(suffix)!) };
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

function otherTemperature({ fields }: Line): boolean {
  const word = fields[0]!.toLowerCase();
  if (word === ".temp") return fields.length !== 2 || Math.abs(Number(fields[1]) - TEMPERATURE) > 0.5;
  if (!word.startsWith(".option")) return false;
  return fields.some((f, i) => /^(temp|tnom)$/i.test(f) && !(Math.abs(Number(fields[i + 2]) - TEMPERATURE) <= 0.5));
}

/** Where each kind of part names its nodes. */
const nodeFields = (id: string) => (/^[eg]/i.test(id) ? 4 : 2);

/** The line with its nodes as they were first written, whatever case they are written in here; `gnd` is ground. */
function oneCase(line: Line, nodes: Map<string, string>): Line {
  const last = nodeFields(line.fields[0]!);
  const fields = line.fields.map((field, i) => {
    if (i === 0 || i > last) return field;
    const key = field.toLowerCase();
    if (key === "gnd" || /^0+$/.test(key)) return "0";
    if (!nodes.has(key)) nodes.set(key, field);
    return nodes.get(key)!;
  });
  return { ...line, fields };
}

/** Takes `m=2` (so many of it side by side) out of the fields behind a part's nodes. */
function multiplied(line: Line, fields: readonly string[]): Parsed<{ rest: string[]; times: number }> {
  const at = fields.findIndex((f, i) => f.toLowerCase() === "m" && fields[i + 1] === "=");
  if (at < 0) return { ok: true, value: { rest: [...fields], times: 1 } };
  const times = readNumber(line, fields[at + 2], "");
  if (!times.ok) return times;
  if (!(times.value > 0)) return { ok: false, issue: { code: "bad_number", line: line.at, text: fields[at + 2]! } };
  return { ok: true, value: { rest: [...fields.slice(0, at), ...fields.slice(at + 3)], times: times.value } };
}

const surplus = (line: Line, field: string): Parsed<never> => ({ ok: false, issue: { code: "unsupported", line: line.at, text: field } });

function readElement(line: Line, models: ReadonlyMap<string, ReadonlyMap<string, number>>): Parsed<CircuitElement> {
  const [id, a, b, ...behind] = line.fields as [string, string | undefined, string | undefined, ...string[]];
  if (a === undefined || b === undefined || behind.length === 0)
    return { ok: false, issue: { code: "fields_missing", line: line.at, text: line.text, needed: "nodes" } };
  const many = multiplied(line, behind);
  if (!many.ok) return many;
  const { rest, times } = many.value;
  if (times !== 1 && /^[veg]/i.test(id)) return surplus(line, "m");
  switch (id[0]!.toUpperCase()) {
    case "R":
      return withNumber(line, rest, "Ω", (ohms) => ({ kind: "resistor", id, a, b, ohms: ohms / times }));
    case "C":
      return withStart(line, rest, "F", "V", (farads, volts) => ({
        kind: "capacitor",
        id,
        a,
        b,
        farads: farads * times,
        ...(volts ? { volts } : {}),
      }));
    case "L":
      return withStart(line, rest, "H", "A", (henries, amperes) => ({
        kind: "inductor",
        id,
        a,
        b,
        henries: henries / times,
        ...(amperes ? { amperes: amperes * times } : {}),
      }));
    case "V": {
      const wave = readWave(line, rest, "V");
      return wave.ok ? { ok: true, value: { kind: "voltageSource", id, plus: a, minus: b, wave: wave.value } } : wave;
    }
    case "I": {
      const wave = readWave(line, rest, "A");
      return wave.ok ? { ok: true, value: { kind: "currentSource", id, from: a, to: b, wave: scaled(wave.value, times) } } : wave;
    }
    case "D": {
      const model = models.get(rest[0]!.toLowerCase());
      if (!model) return { ok: false, issue: { code: "no_model", line: line.at, text: rest[0]! } };
      // an area factor may follow its model: so many of it side by side
      const area = rest[1] === undefined || rest[1].toLowerCase() === "area" ? rest[3] : rest[1];
      const used = rest[1] === undefined ? 1 : rest[1].toLowerCase() === "area" ? 4 : 2;
      if (rest.length > used) return surplus(line, rest[used]!);
      const size = area === undefined ? { ok: true as const, value: 1 } : readNumber(line, area, "");
      if (!size.ok) return size;
      const side = size.value * times;
      // a model without RS is given a hundredth of a milliohm: the solver needs some
      const [saturation, emission, ohms] = [model.get("is") ?? 1e-14, model.get("n") ?? 1, model.get("rs") || 1e-5];
      return { ok: true, value: { kind: "diode", id, anode: a, cathode: b, saturation: saturation * side, emission, ohms: ohms / side } };
    }
    case "E":
    case "G": {
      const [inPlus, inMinus, value, more] = rest;
      if (more !== undefined) return surplus(line, more);
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
  if (fields.length > 1) return surplus(line, fields[1]!);
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
  if (fields[1]!.toLowerCase() !== "ic" || fields[2] !== "=") return surplus(line, fields[1]!);
  if (fields.length > 4) return surplus(line, fields[4]!);
  const start = readNumber(line, fields[3], startUnit);
  return start.ok ? { ok: true, value: make(value.value, start.value) } : start;
}

const scaled = (wave: Wave, times: number): Wave => {
  if (times === 1) return wave;
  switch (wave.kind) {
    case "dc":
      return { ...wave, value: wave.value * times };
    case "sine":
      return { ...wave, amplitude: wave.amplitude * times, offset: (wave.offset ?? 0) * times };
    case "pulse":
      return { ...wave, low: wave.low * times, high: wave.high * times };
    default:
      return wave;
  }
};

const isNumber = (field: string | undefined): field is string => field !== undefined && /^[\d.+-]/.test(field);

/**
 * What a source gives: `DC 5`, `5`, `DC 5 AC 1 90`, `SIN(…)`, `PULSE(…)`, in any order but each once. A DC value beside a wave must be
 * what the wave begins with: a source of two minds is refused.
 */
function readWave(line: Line, fields: readonly string[], unit: string): Parsed<Wave> {
  let level: number | null = null;
  let wave: Wave | null = null;
  for (let i = 0; i < fields.length;) {
    const word = fields[i]!.toLowerCase();
    if (word === "ac") {
      // size and phase of a drive: of no concern to the circuit itself
      i += 1;
      for (let k = 0; k < 2 && isNumber(fields[i]); k++) i++;
    } else if (word === "sin" || word === "pulse") {
      if (wave) return surplus(line, fields[i]!);
      const end = fields.findIndex((f, k) => k > i && !isNumber(f));
      const shape = fields.slice(i + 1, end < 0 ? fields.length : end);
      const read: Parsed<Wave> = word === "sin" ? readSine(line, shape, unit) : readPulse(line, shape, unit);
      if (!read.ok) return read;
      wave = read.value;
      i += 1 + shape.length;
    } else {
      if (word !== "dc" && !isNumber(word)) return surplus(line, fields[i]!);
      if (level !== null) return surplus(line, fields[i]!);
      const value = readNumber(line, word === "dc" ? fields[i + 1] : fields[i], unit);
      if (!value.ok) return value;
      level = value.value;
      i += word === "dc" ? 2 : 1;
    }
  }
  if (wave === null) return { ok: true, value: { kind: "dc", value: level ?? 0 } };
  const first = wave.kind === "sine" ? (wave.offset ?? 0) : wave.kind === "pulse" ? wave.low : 0;
  if (level !== null && Math.abs(level - first) > 1e-9 * Math.max(1, Math.abs(first))) return surplus(line, `DC ${level}`);
  return { ok: true, value: wave };
}

function readAll(line: Line, fields: readonly string[], units: readonly string[]): Parsed<number[]> {
  if (fields.length > units.length) return surplus(line, fields[units.length]!);
  const values: number[] = [];
  for (const [k, field] of fields.entries()) {
    const value = readNumber(line, field, units[k]!);
    if (!value.ok) return value;
    values.push(value.value);
  }
  return { ok: true, value: values };
}

function readSine(line: Line, shape: readonly string[], unit: string): Parsed<Wave> {
  const read = readAll(line, shape, [unit, unit, "Hz", "s", "", ""]);
  if (!read.ok) return read;
  const [offset, amplitude, hertz, delay = 0, damping = 0, phase = 0] = read.value;
  if (hertz === undefined) return { ok: false, issue: { code: "fields_missing", line: line.at, text: line.text, needed: "Hz" } };
  if (damping !== 0) return surplus(line, shape[4]!);
  return { ok: true, value: { kind: "sine", offset: offset!, amplitude: amplitude!, hertz, phase, ...(delay > 0 ? { delay } : {}) } };
}

function readPulse(line: Line, shape: readonly string[], unit: string): Parsed<Wave> {
  const read = readAll(line, shape, [unit, unit, "s", "s", "s", "s", "s"]);
  if (!read.ok) return read;
  const [low, high, delay, rise, fall, width, period] = read.value;
  // a simulator fills in what is left out from the run that is asked for; the circuit alone does not say
  if (period === undefined) return { ok: false, issue: { code: "fields_missing", line: line.at, text: line.text, needed: "s" } };
  return { ok: true, value: { kind: "pulse", low: low!, high: high!, delay: delay!, rise: rise!, fall: fall!, width: width!, period } };
}
