import type { FactKind, FactOutcome, FactQuantity, FactState, ToldFact } from "@mirvek/core/evidence";
import { formatEngineering, type UnitSymbol } from "@mirvek/core/units";
import { span } from "./quantity";

// A fact as it was said, back in words: what it is of, what it is, its figure, outcome and circumstances.

const KIND: Readonly<Record<FactKind, string>> = {
  part: "part",
  point: "point",
  reading: "reads",
  look: "looks",
  listen: "heard",
  behaviour: "behaviour",
  history: "after earlier work",
  claim: "claimed, not confirmed",
  safety: "safety",
  reference: "should be",
  instrument: "meter",
  design: "is built",
  trace: "one point",
  warm: "warmed",
  cool: "cooled",
  knock: "tapped",
  press: "pressed",
  lift: "lifted",
  unplug: "unplugged",
  isolate: "isolated",
  load: "load",
  source: "fed",
  substitute: "replaced for a test",
  bridge: "bridged",
  swap: "swapped",
  replace: "replaced",
  repair: "repaired",
  bypass: "bypassed",
  adjust: "adjusted",
  choose: "to be got",
  limiter: "limiter",
  owner: "owner's decision",
  time: "time",
  note: "noted",
};
const QUANTITY: Readonly<Record<FactQuantity, string>> = {
  esr: "ESR",
  capacitance: "capacitance",
  resistance: "resistance",
  continuity: "continuity",
  diode: "diode test",
  junctionVolts: "junction",
  gain: "gain",
  leakage: "leakage",
  dcVolts: "DC",
  acVolts: "AC",
  dcOffset: "DC offset",
  residualVolts: "residual",
  current: "current",
  power: "power",
  dissipation: "dissipation",
  emission: "emission",
  time: "time",
  frequency: "frequency",
  signal: "signal",
  response: "response",
  glow: "glow",
  charge: "charge left",
  mains: "mains",
  load: "load",
  temperature: "temperature",
};
const OUTCOME: Readonly<Record<FactOutcome, string>> = {
  good: "good",
  bad: "bad",
  low: "low",
  high: "high",
  absent: "not there",
  present: "there",
  normal: "normal",
  open: "open",
  short: "short",
  noShort: "no short",
  intermittent: "intermittent",
  leaky: "leaky",
  overRange: "over-range",
  rising: "rising",
  falling: "falling",
  wanders: "wanders",
  drops: "drops out",
  recovers: "comes back",
  same: "no change",
  better: "better",
  worse: "worse",
  cured: "fault gone",
  changed: "changed",
  starts: "starts",
  plays: "plays",
  shutsDown: "shuts down",
  clicking: "clicks",
  hum: "hum",
  buzz: "buzz",
  crackle: "crackle",
  hiss: "hiss",
  distorted: "distorted",
  oscillates: "oscillates",
  silent: "silent",
  comesAndGoes: "comes and goes",
  follows: "the fault went with it",
  staysWithPlace: "the fault stayed where it was",
  bulged: "bulged",
  leaking: "leaking",
  corroded: "corroded",
  scorched: "scorched",
  charred: "charred",
  cracked: "cracked",
  discoloured: "discoloured",
  looksWhole: "looks whole",
  looksClean: "looks clean",
  loose: "loose",
  missing: "missing",
  notOriginal: "not original",
  original: "original",
  repairedBefore: "worked on before",
  aged: "aged",
  residue: "residue",
  blown: "blown",
  blownViolently: "blown violently",
  notBlown: "not blown",
  discharged: "discharged",
  charged: "charged",
  set: "set",
  atLimit: "at its limit",
  done: "done",
  suspect: "suspect",
  byDesign: "by design",
  flashThenDark: "flash, then dark",
  staysBright: "stays bright",
  removed: "removed",
  back: "back in",
  unequal: "unequal",
};
const STATE: Readonly<Record<FactState, string>> = {
  on: "on",
  off: "off",
  standby: "in standby",
  idle: "at idle",
  loaded: "loaded",
  unloaded: "unloaded",
  in: "in circuit",
  out: "out of circuit",
  lifted: "lifted",
  cold: "cold",
  warm: "warm",
  failing: "while it fails",
  new: "new",
  old: "old",
  after: "after",
  before: "before",
  pressed: "pressed",
  released: "released",
};
const SYMBOL: Readonly<Record<"ohm" | "F" | "V" | "A" | "W" | "Hz", UnitSymbol>> = { ohm: "Ω", F: "F", V: "V", A: "A", W: "W", Hz: "Hz" };

const figure = (value: number, unit: ToldFact["unit"]): string => {
  switch (unit) {
    case null:
      return String(value);
    case "s":
      return span(value);
    case "%":
      return `${value} %`;
    case "degC":
      return `${value} °C`;
    case "dB":
      return `${value} dB`;
    default:
      return formatEngineering(value, SYMBOL[unit]);
  }
};

const PREFIX = /^(?:part|point|place|section|tool|new):/;
/** "left channel" for `channel:L`; other names without their class */
const nameText = (of: string): string =>
  of === "channel:L"
    ? "left channel"
    : of === "channel:R"
      ? "right channel"
      : of.startsWith("channel:")
        ? `channel ${of.slice(8)}`
        : of.startsWith("new:")
          ? `new ${of.slice(4)}`
          : of.replace(PREFIX, "");

/** A fact in a few words, with what it is of. */
export const factText = (told: ToldFact): string => {
  const { subject, rest } = factSaid(told);
  return `${subject}: ${rest}`;
};

/** What a fact is of, and what it says. */
export function factSaid({ of, fact, quantity, value, unit, state, outcome, with: put }: ToldFact): { subject: string; rest: string } {
  const figures = value === null ? "" : (typeof value === "number" ? [value] : value).map((v) => figure(v, unit)).join(" to ");
  const what = fact === "note" && put.length === 0 ? "left as it is" : fact === "history" && outcome === "repairedBefore" ? "" : KIND[fact];
  const figured = [what, quantity === null ? "" : QUANTITY[quantity], figures].filter(Boolean).join(" ");
  const came = outcome === null ? "" : OUTCOME[outcome];
  const said = [[figured, came].filter(Boolean).join(": "), ...state.map((s) => STATE[s])].filter(Boolean);
  return { subject: of.map(nameText).join(", "), rest: `${said.join(", ")}${put.length === 0 ? "" : `, ${put.map(nameText).join(", ")}`}` };
}
