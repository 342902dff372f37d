import type { Measurement, OhmmeterTrend, Technology } from "../capacitor";
import { amperes, farads, hertz, ohms, parseValue, volts, type Hertz, type ParsedValue, type Result } from "../units";
import { looksLikeDesignator, nearestDesignators, normaliseDesignator } from "./designator";
import type { Entry, Quantity, ReadoutContext, ReadoutIssue, ReadoutMeter, SaidParallel, SpokenMeasurement } from "./entry";
import { parsePosition } from "./parsePosition";
import { CONDITION_WORDS, OVER_WORDS, TECHNOLOGY_WORDS, TREND_WORDS, VISUAL_WORDS } from "./words";

type Parsed<T> = Result<T, ReadoutIssue>;
const fail = (issue: ReadoutIssue): { ok: false; issue: ReadoutIssue } => ({ ok: false, issue });

/**
 * Understands one line as a technician would mutter it: `C14 esr 4.6`, `C14 out 31u 0.9r`, `C14 bulged`, `rail +15 11.7`,
 * `bias -44`, `ripple C1 1.2vac`, `C3 leak 20k falling`, `C1 38v`, `out`, `new 10u 50v esr 1.4`, `power off`, `undo`.
 * Words in any order after the designator; decimals with point or comma; a bare number is what the current meter shows.
 * Never guesses silently: what cannot be told apart comes back as an issue that asks. A lone `!` keeps a value far from the
 * marked one.
 */
export function parseReadout(line: string, context: ReadoutContext): Parsed<Entry> {
  const tokens = joinUnits(line.trim().split(/\s+/).filter(Boolean));
  const head = tokens[0]?.toLowerCase();
  if (head === undefined) return fail({ code: "empty" });
  if (tokens.length === 1 && (head === "undo" || head === "scratch")) return { ok: true, value: { kind: "undo" } };
  if (head === "note") return note(line);
  if (head === "power") return power(tokens[1]?.toLowerCase());
  if (head === "add") return add(line, context);
  if (head === "new") return shelf(tokens.slice(1), context);
  if (head === "rail" || head === "bias" || head === "offset") return point(head, tokens.slice(1));
  if (head === "ripple") return ripple(tokens.slice(1), context);
  const setting = asSetting(tokens, context);
  if (setting) return setting;
  return part(tokens, context);
}

/** "4.6 ohm" and "1.2 V ac" were said in pieces; a unit on its own belongs to the number before it. */
function joinUnits(tokens: readonly string[]): string[] {
  const joined: string[] = [];
  for (const token of tokens) {
    const before = joined[joined.length - 1];
    const isUnit = /^([pnuµμmkM]?(ohms?|Ω|hz|vac|vdc|v|uf|f|a)|uf|nf|pf|[uµμ]f?|mfd|rms|ac)$/i.test(token);
    if (before !== undefined && isUnit && /^[+-]?[\d.,]+[a-zµμ]{0,2}$/i.test(before) && /\d/.test(before) && parseValue(before + token))
      joined[joined.length - 1] = before + token;
    else joined.push(token);
  }
  return joined;
}

function note(line: string): Parsed<Entry> {
  const text = line.trim().slice("note".length).trim();
  return text === "" ? fail({ code: "valueMissing", after: "note" }) : { ok: true, value: { kind: "note", text } };
}

function power(word: string | undefined): Parsed<Entry> {
  if (word === "on" || word === "off") return { ok: true, value: { kind: "power", on: word === "on" } };
  return word === undefined ? fail({ code: "valueMissing", after: "power" }) : fail({ code: "notUnderstood", token: word });
}

function add(line: string, context: ReadoutContext): Parsed<Entry> {
  const parsed = parsePosition(line.trim().slice("add".length));
  if (!parsed.ok) return fail({ code: "position", issue: parsed.issue });
  const { designator } = parsed.value;
  return context.known.has(designator)
    ? fail({ code: "alreadyThere", designator })
    : { ok: true, value: { kind: "add", position: parsed.value } };
}

function point(name: string, rest: readonly string[]): Parsed<Entry> {
  const last = rest[rest.length - 1];
  if (last === undefined) return fail({ code: "valueMissing", after: name });
  if (name === "rail" && rest.length < 2) return fail({ code: "valueMissing", after: `rail ${last}` });
  const value = voltsOf(last);
  if (!value.ok) return value;
  const label = [name, ...rest.slice(0, -1)].join(" ").toLowerCase();
  return { ok: true, value: { kind: "point", point: label, ...value.value } };
}

function ripple(rest: readonly string[], context: ReadoutContext): Parsed<Entry> {
  const [where, amount] = rest.length === 1 ? [context.current, rest[0]] : [rest[0], rest[1]];
  if (amount === undefined) return fail({ code: "valueMissing", after: "ripple" });
  if (!where) return fail({ code: "noDesignator" });
  const value = voltsOf(amount);
  if (!value.ok) return value;
  const found = findDesignator(where, context);
  if (!found.ok) return found;
  return { ok: true, value: { kind: "volts", designator: found.value, implied: rest.length === 1, ...value.value, alternating: true } };
}

function findDesignator(text: string, { known }: ReadoutContext): Parsed<string> {
  const designator = normaliseDesignator(text);
  if (known.has(designator)) return { ok: true, value: designator };
  return fail({ code: "unknownDesignator", designator, near: nearestDesignators(designator, [...known.keys()]) });
}

// No audio unit holds more; a slip of the decimal is asked back.
const MOST_VOLTS = 20_000;

function voltsOf(token: string): Parsed<{ volts: ReturnType<typeof volts>; alternating: boolean; significant: number }> {
  const parsed = parseValue(token);
  if (!parsed) return fail({ code: "notUnderstood", token });
  if (parsed.unit !== null && parsed.unit !== "V") return fail({ code: "wrongUnit", token, quantity: "volts", unit: parsed.unit });
  if (Math.abs(parsed.value) > MOST_VOLTS) return fail({ code: "impossible", token, quantity: "volts" });
  return { ok: true, value: { volts: volts(parsed.value), alternating: parsed.alternating, significant: parsed.significant } };
}

function asSetting(tokens: readonly string[], context: ReadoutContext): Parsed<Entry> | null {
  const words = tokens.map((t) => t.toLowerCase()).filter((w) => w !== "meter");
  if (tokens[0]!.toLowerCase() === "meter" && words.length === 0) return fail({ code: "valueMissing", after: "meter" });
  let inCircuit: boolean | null = null;
  let meter: string | null = null;
  for (const word of words) {
    const named = context.meters.find((m) => m.word === word);
    if (word === "in" || word === "out") inCircuit = word === "in";
    else if (named) meter = named.id;
    else return tokens[0]!.toLowerCase() === "meter" ? fail({ code: "unknownMeter", token: word }) : null;
  }
  return { ok: true, value: { kind: "setting", inCircuit, meter } };
}

function shelf(tokens: readonly string[], context: ReadoutContext): Parsed<Entry> {
  if (!context.meter) return fail({ code: "meterNeeded" });
  const found: { nominal?: number; rated?: number; esr?: number; technology: Technology } = { technology: "aluminium" };
  let expectEsr = false;
  for (const token of tokens) {
    const word = token.toLowerCase();
    const technology = TECHNOLOGY_WORDS.get(word);
    const value = parseValue(token);
    if (word === "esr") expectEsr = true;
    else if (technology) found.technology = technology;
    else if (!value) return fail({ code: "notUnderstood", token });
    else if (value.value <= 0) return fail({ code: "impossible", token, quantity: "esr" });
    else if (value.unit === "V") found.rated = value.value;
    else if (value.unit === "Ω" || (expectEsr && value.unit === null)) found.esr = value.value;
    else if (value.unit === "F" || value.prefixed) found.nominal = value.value;
    else return fail({ code: "unitMissing", token });
  }
  const { nominal, rated, esr, technology } = found;
  if (nominal === undefined || rated === undefined || esr === undefined) return fail({ code: "shelfIncomplete" });
  return {
    ok: true,
    value: {
      kind: "shelf",
      technology,
      nominal: farads(nominal),
      rated: volts(rated),
      esr: ohms(esr),
      at: context.meter.esrAt,
      meter: context.meter.id,
    },
  };
}

/** What has been gathered from the words of one line so far. */
interface Gathering {
  found: SpokenMeasurement[];
  hint: "esr" | "capacitance" | "dissipation" | "leak" | "volts" | null;
  hintWord: string;
  inCircuit: boolean;
  meter: ReadoutMeter | null;
  at: Hertz | "dc" | null;
  trend: OhmmeterTrend | null;
  parallel: SaidParallel | null;
  volts: { volts: ReturnType<typeof volts>; alternating: boolean; significant: number } | null;
  forced: boolean;
}

const HINTS: Readonly<Record<string, Gathering["hint"]>> = {
  esr: "esr", c: "capacitance", cap: "capacitance", d: "dissipation", df: "dissipation", tand: "dissipation",
  leak: "leak", leakage: "leak", leaks: "leak", volts: "volts",
}; // prettier-ignore

function part(tokens: readonly string[], context: ReadoutContext): Parsed<Entry> {
  const named = nameOf(tokens, context);
  if (!named.ok) return named;
  const { designator, implied, rest } = named.value;
  const g: Gathering = {
    found: [],
    hint: null,
    hintWord: "",
    inCircuit: context.inCircuit,
    meter: context.meter,
    at: null,
    trend: null,
    parallel: null,
    volts: null,
    forced: rest.includes("!"),
  };
  const words = rest.filter((t) => t !== "!");
  for (let i = 0; i < words.length; i++) {
    if (words[i]!.toLowerCase() === "with") {
      const taken = neighbours(words.slice(i + 1), context);
      if (!taken.ok) return taken;
      g.parallel = { kind: "with", designators: taken.value };
      break;
    }
    const issue = gatherInPlace(g, words[i]!, context);
    if (issue) return fail(issue);
  }
  return conclude(g, designator, implied, context);
}

function nameOf(
  tokens: readonly string[],
  context: ReadoutContext,
): Parsed<{ designator: string; implied: boolean; rest: readonly string[] }> {
  const first = tokens[0]!;
  const isKnown = context.known.has(normaliseDesignator(first));
  if (isKnown || (looksLikeDesignator(first) && !parseValue(first) && !VISUAL_WORDS.has(first.toLowerCase()))) {
    const found = findDesignator(first, context);
    return found.ok ? { ok: true, value: { designator: found.value, implied: false, rest: tokens.slice(1) } } : found;
  }
  if (context.current) return { ok: true, value: { designator: context.current, implied: true, rest: tokens } };
  return understandable(first) ? fail({ code: "noDesignator" }) : fail({ code: "notUnderstood", token: first });
}

const understandable = (token: string) => {
  const word = token.toLowerCase();
  return parseValue(token) !== null || word in HINTS || VISUAL_WORDS.has(word) || CONDITION_WORDS.has(word) || TREND_WORDS.has(word);
};

function neighbours(tokens: readonly string[], context: ReadoutContext): Parsed<string[]> {
  const names = tokens.flatMap((t) => t.split(",")).filter(Boolean); // prettier-ignore
  if (names.length === 0) return fail({ code: "valueMissing", after: "with" });
  const found: string[] = [];
  for (const name of names) {
    const designator = findDesignator(name, context);
    if (!designator.ok) return designator;
    found.push(designator.value);
  }
  return { ok: true, value: found };
}

function gatherInPlace(g: Gathering, token: string, context: ReadoutContext): ReadoutIssue | null {
  const word = token.toLowerCase();
  const visual = VISUAL_WORDS.get(word);
  const condition = CONDITION_WORDS.get(word);
  const trend = TREND_WORDS.get(word);
  const meter = context.meters.find((m) => m.word === word);
  if (word === "in" || word === "out" || word === "lifted") g.inCircuit = word === "in";
  else if (word === "alone") g.parallel = { kind: "alone" };
  else if (word === "dc") g.at = "dc";
  else if (word in HINTS) [g.hint, g.hintWord] = [HINTS[word]!, token];
  else if (visual) g.found.push({ measurement: { kind: "visual", sign: visual }, significant: 1 });
  else if (condition) g.found.push({ measurement: { kind: "condition", condition }, significant: 1 });
  else if (trend) g.trend = trend;
  else if (meter) g.meter = meter;
  else if (OVER_WORDS.has(word)) return overRange(g, token);
  else return number(g, token);
  return null;
}

function overRange(g: Gathering, token: string): ReadoutIssue | null {
  const of = g.hint ?? (g.meter?.shows === "esr" ? "esr" : g.meter?.shows === "ohmmeter" ? "leak" : null);
  if (of !== "esr" && of !== "leak") return { code: "overOfWhat", token };
  g.found.push({
    measurement: of === "esr" ? { kind: "esr", ohms: "over", at: esrFrequency(g) } : { kind: "ohmmeter", ohms: "over", trend: "unsaid" },
    significant: 1,
  });
  g.hint = null;
  return null;
}

// A meter that says nothing of its frequency is taken as the usual hand-held: ESR at 100 kHz, C at 120 Hz (common practice).
const esrFrequency = (g: Gathering): Hertz => (g.at === "dc" || g.at === null ? (g.meter?.esrAt ?? hertz(100_000)) : g.at);
const capacitanceFrequency = (g: Gathering): Hertz | "dc" => g.at ?? g.meter?.capacitanceAt ?? hertz(120);

function number(g: Gathering, token: string): ReadoutIssue | null {
  const atFrequency = token.startsWith("@");
  const parsed = parseValue(atFrequency ? token.slice(1) : token);
  if (!parsed) return { code: "notUnderstood", token };
  if (atFrequency || parsed.unit === "Hz") {
    if (parsed.unit !== null && parsed.unit !== "Hz") return { code: "wrongUnit", token, quantity: "frequency", unit: parsed.unit };
    // hand-held and bench bridges work between 10 Hz and 10 MHz
    if (!(parsed.value >= 10 && parsed.value <= 1e7)) return { code: "impossible", token, quantity: "frequency" };
    g.at = hertz(parsed.value);
    return null;
  }
  const quantity = quantityOf(g, parsed);
  if (quantity === null) return { code: "unitMissing", token };
  const issue = keep(g, quantity, parsed, token);
  g.hint = null;
  return issue;
}

/** What a number is: its unit says so, else the word before it, else what the meter shows; null where none of them does. */
function quantityOf(g: Gathering, parsed: ParsedValue): Quantity | null {
  const { unit, prefixed, value } = parsed;
  if (g.hint !== null) return g.hint;
  if (unit === "F") return "capacitance";
  if (unit === "Ω") return g.trend || value >= 1000 ? "leak" : "esr";
  if (unit === "A") return "leak";
  if (unit === "V") return "volts";
  if (unit !== null) return null;
  if (parsed.tiny) return "capacitance";
  const shows = g.meter?.shows;
  if (shows === "ohmmeter") return "leak";
  if (prefixed && Math.abs(value) >= 1000) return null; // 20k of what? an ESR meter does not go there
  return shows ?? null;
}

// Limits of the possible; outside is a slip of the pencil, not a reading.
const POSSIBLE = { esr: 1e6, capacitance: 10, dissipation: 100, ohms: 1e12, leak: 10 } as const;

function keep(g: Gathering, quantity: Quantity, parsed: ParsedValue, token: string): ReadoutIssue | null {
  const { value, unit, significant } = parsed;
  const wrongUnit = (): ReadoutIssue => ({ code: "wrongUnit", token, quantity, unit: unit ?? "prefix" });
  const impossible: ReadoutIssue = { code: "impossible", token, quantity };
  const push = (measurement: Measurement) => void g.found.push({ measurement, significant });
  switch (quantity) {
    case "esr":
      if (unit !== null && unit !== "Ω") return wrongUnit();
      if (!(value >= 0 && value <= POSSIBLE.esr)) return impossible;
      push({ kind: "esr", ohms: ohms(value), at: esrFrequency(g) });
      return null;
    case "capacitance":
      if (unit !== null && unit !== "F") return wrongUnit();
      if (unit === null && !parsed.prefixed) return { code: "unitMissing", token };
      if (!(value > 0 && value <= POSSIBLE.capacitance)) return impossible;
      push({ kind: "capacitance", farads: farads(value), at: capacitanceFrequency(g) });
      return null;
    case "dissipation":
      if (unit !== null) return wrongUnit();
      if (!(value >= 0 && value <= POSSIBLE.dissipation)) return impossible;
      push({ kind: "dissipation", d: value, at: g.at === "dc" || g.at === null ? hertz(120) : g.at });
      return null;
    case "leak":
      if (unit === "A") {
        if (!(value >= 0 && value <= POSSIBLE.leak)) return impossible;
        push({ kind: "leakage", amperes: amperes(value) });
        return null;
      }
      if (unit !== null && unit !== "Ω") return wrongUnit();
      if (!(value >= 0 && value <= POSSIBLE.ohms)) return impossible;
      push({ kind: "ohmmeter", ohms: ohms(value), trend: "unsaid" });
      return null;
    case "volts": {
      const found = voltsOf(token);
      if (!found.ok) return found.issue;
      g.volts = found.value;
      return null;
    }
    case "frequency":
      return wrongUnit();
  }
}

function conclude(g: Gathering, designator: string, implied: boolean, context: ReadoutContext): Parsed<Entry> {
  if (g.hint !== null) {
    if (g.hint !== "leak" || g.trend === null) return fail({ code: "valueMissing", after: g.hintWord });
  }
  if (g.volts !== null) {
    if (g.found.length > 0) return fail({ code: "wrongUnit", token: `${g.volts.volts} V`, quantity: "esr", unit: "V" });
    return { ok: true, value: { kind: "volts", designator, implied, ...g.volts } };
  }
  const measurements = withTrend(g).map((m) => withFrequency(m, g));
  if (measurements.length === 0 && g.parallel === null) return fail({ code: "nothingSaid", designator });
  const far = g.forced ? null : farFromMarked(measurements, designator, context);
  if (far) return fail(far);
  return {
    ok: true,
    value: { kind: "part", designator, implied, measurements, inCircuit: g.inCircuit, meter: g.meter?.id ?? null, parallel: g.parallel },
  };
}

/** "falling" belongs to the ohms; "climbing" alone is the healthy charge test that ends over-range. */
function withTrend({ found, trend }: Gathering): SpokenMeasurement[] {
  if (trend === null) return found;
  const isOhms = (m: SpokenMeasurement) => m.measurement.kind === "ohmmeter";
  if (found.some(isOhms))
    return found.map((m) => (m.measurement.kind === "ohmmeter" ? { ...m, measurement: { ...m.measurement, trend } } : m));
  return trend === "climbing" ? [...found, { measurement: { kind: "ohmmeter", ohms: "over", trend }, significant: 1 }] : found;
}

/** A frequency said after the value still belongs to it. */
function withFrequency(spoken: SpokenMeasurement, g: Gathering): SpokenMeasurement {
  const { measurement: m } = spoken;
  if (m.kind === "esr") return { ...spoken, measurement: { ...m, at: esrFrequency(g) } };
  if (m.kind === "capacitance") return { ...spoken, measurement: { ...m, at: capacitanceFrequency(g) } };
  if (m.kind === "dissipation" && g.at !== null && g.at !== "dc") return { ...spoken, measurement: { ...m, at: g.at } };
  return spoken;
}

// A leaky part can read several times its value; fifty times is a wrong prefix.
const FAR = 50;
/** Below a thousandth of the marked value even an open part shows more than its leads do. */
const NEAR_NOTHING = 1e-4;

function farFromMarked(measurements: readonly SpokenMeasurement[], designator: string, context: ReadoutContext): ReadoutIssue | null {
  const nominal = context.known.get(designator)!;
  for (const { measurement: m } of measurements) {
    if (m.kind !== "capacitance") continue;
    const ratio = m.farads / nominal;
    if (ratio > FAR || ratio < NEAR_NOTHING) return { code: "farFromMarked", token: String(m.farads), nominal, ratio };
  }
  return null;
}
