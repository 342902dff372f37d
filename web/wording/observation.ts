import type { FindingToken, HumKind, SoundLabel } from "@mirvek/core/device";
import type { Scope, WorkStep } from "@mirvek/core/device";
import type {
  Did,
  Act,
  Authority,
  ChangedFigure,
  Check,
  Circumstances,
  FaultState,
  FigureQuantity,
  Followed,
  FuseEnd,
  Heard,
  Lay,
  LeakStep,
  LookSign,
  Marked,
  Observation,
  Outcome,
  Proof,
  RemarkMeaning,
  SaidPartState,
  Subject,
  Tried,
} from "@mirvek/core/evidence";
import type { FuseModel, StepTime, TriedAsk, TriedCaution } from "@mirvek/core/job";
import type { PartClass } from "@mirvek/core/part";
import type { DrawVerdict, PartReason, PartSettle, PartVerdict, PointExpectation, PointVerdict } from "@mirvek/core/verdict";
import { factText } from "./fact";
import { lampName, meansName, refitName, stageName } from "./powerUp";
import { list, percent, shown, signedVolts, span, times } from "./quantity";
import { say, type Texts } from "./say";
import { findingName, sectionName } from "./vocabulary";

// Everything that is said of what was seen, read and tried beside capacitors.

export const partClassName: Readonly<Record<PartClass, string>> = {
  capacitor: "capacitor",
  resistor: "resistor",
  fuse: "fuse",
  diode: "diode",
  transistor: "transistor",
  valve: "valve",
  chip: "chip",
  coil: "coil",
  transformer: "transformer",
  switch: "switch",
  connector: "connector",
  relay: "relay",
  driver: "driver",
  lamp: "lamp",
  battery: "battery",
  crystal: "crystal",
  module: "module",
};

const lookName: Readonly<Record<LookSign, string>> = {
  looksWhole: "looks whole",
  blown: "blown",
  bulged: "bulged",
  leaking: "leaking",
  crust: "crusted",
  cracked: "cracked",
  ringed: "ring crack in the solder",
  scorched: "scorched",
  charred: "charred",
  discoloured: "discoloured",
  corroded: "corroded",
  loose: "loose",
  missing: "missing",
  glued: "glued",
  driedPaste: "paste dried",
  brittle: "brittle",
  dirty: "dirty",
  wet: "wet",
  lifted: "pad or trace lifted",
};

const actName: Readonly<Record<Act, string>> = {
  unplugged: "unplugged",
  fed: "fed from a bench supply",
  bridged: "bridged",
  swapped: "swapped",
  lifted: "one leg lifted",
  warmed: "warmed",
  cooled: "cooled",
  knocked: "knocked on",
  pressed: "pressed",
  turnedDown: "volume turned down",
  inputsShorted: "inputs shorted",
  otherSource: "another source",
  otherCable: "another cable",
  otherOutlet: "another outlet",
  replaced: "replaced",
  resoldered: "resoldered",
  cleaned: "cleaned",
};

const outcomeName: Readonly<Record<Outcome, string>> = {
  gone: "the fault is gone",
  better: "better",
  same: "no difference",
  worse: "worse",
  answers: "the fault answers",
};

const didName: Readonly<Record<Did, string>> = {
  starts: "the unit starts",
  plays: "the unit plays",
  recovers: "the fault goes away at the touch",
  shutsDown: "the unit goes off",
  comesAndGoes: "the sound drops out",
  clicking: "it clicks",
  silent: "it goes silent",
};

const followedName: Readonly<Record<Followed, string>> = {
  part: "the fault went with the part",
  place: "the fault stayed in place",
};

export const faultStateName: Readonly<Record<FaultState, string>> = {
  open: "open",
  suspected: "suspected",
  shown: "shown",
  cured: "cured",
  locatedNotRepaired: "located, not repaired",
  clearedWithoutCause: "cleared without cause",
  waiting: "waiting for owner",
};

export const remarkMeaningName: Readonly<Record<RemarkMeaning, string>> = {
  look: "seen",
  tried: "tried",
  heard: "heard",
  claim: "claimed by others",
  owner: "owner's decision",
  sideJob: "side job",
  note: "a note",
};

export const layName: Readonly<Record<Lay, string>> = {
  up: "plus points up",
  down: "plus points down",
  left: "plus points left",
  right: "plus points right",
  ground: "plus goes to ground",
  rail: "plus goes to the rail",
};

const stateName: Readonly<Record<SaidPartState, string>> = {
  open: "open",
  shorted: "shorted",
  intermittent: "comes and goes",
  fine: "called good",
  bad: "called bad",
  hot: "runs hot",
  conducts: "conducts",
};

const quantityName: Readonly<Record<FigureQuantity, string>> = {
  ohms: "ohms",
  toGround: "to ground",
  half: "winding",
  junction: "junction",
  gain: "gain",
  current: "current",
  power: "power",
};

/** What something is called in a sentence. */
export const subjectText = (s: Subject): string => (s.kind === "unit" ? "the unit" : s.name);

export const markedText = (all: readonly Marked[]): string => all.map((m) => shown(m.value, m.unit, m.significant)).join(" ");

/** "at 25 % of the mains"; empty at full mains. */
export const reducedMainsText = (share: number | null): string => (share === null ? "" : `at ${percent(share)} of the mains`);

/** "in standby, cold, after 10 min"; empty where nothing was said. */
export function underText(c: Circumstances): string {
  return [
    c.power === "standby"
      ? "in standby"
      : c.power === "off"
        ? "switched off"
        : c.power === "idle"
          ? "at idle"
          : c.power === "on"
            ? "on"
            : "",
    c.load ?? "",
    c.heat ?? "",
    c.health === "failing" ? "while failing" : c.health === "good" ? "while it works" : "",
    c.mains === undefined ? "" : `at ${shown(c.mains, "V")} mains`,
    c.after === undefined ? "" : `after ${span(c.after)}`,
  ]
    .filter(Boolean)
    .join(", ");
}

type FigureRead = Extract<Observation, { kind: "figure" }>;
const UNITS = { ohms: "Ω", toGround: "Ω", half: "Ω", junction: "V", current: "A", power: "W" } as const;

const said = (parts: readonly (string | false | null | undefined)[]): string => parts.filter(Boolean).join(", ");

/** "gain 62", "be 0.62 V", "3.2 kΩ to ground" */
export function figureText(f: FigureRead): string {
  const value =
    f.value === "over"
      ? "over-range"
      : f.quantity === "gain"
        ? String(Number(f.value.toPrecision(4)))
        : shown(f.value, UNITS[f.quantity], f.significant);
  const name = f.label ?? (f.quantity === "ohms" || f.quantity === "current" || f.quantity === "power" ? "" : quantityName[f.quantity]);
  const under = underText(f.under);
  return (
    (f.quantity === "toGround" ? `${value} to ground` : `${f.quantity === "half" && f.label ? `half ${f.label}` : name} ${value}`.trim()) +
    `${under ? `, ${under}` : ""}`
  );
}

/** What was done, to what, with what: "C9 bridged with 10 µF". */
export function triedText(t: Tried): string {
  const to = list(t.to.map(subjectText));
  const with_ = t.with ? [t.with.named, markedText(t.with.marked)].filter(Boolean).join(" ") : "";
  const joined = with_ === "" ? "" : ` with ${with_}`;
  return `${[to, actName[t.act]].filter(Boolean).join(" ")}${joined}`;
}

const changedText = (c: ChangedFigure): string => (c.unit === "V" ? signedVolts(c.value) : String(c.value));

/** What it changed: "no difference", "the fault is gone (hum), rail 15 V"; empty where that was not said. */
export function triedOutcomeText(t: Tried): string {
  const symptom = t.symptom ? ` (${findingName[t.symptom]})` : "";
  return [
    t.outcome ? `${t.did ? didName[t.did] : outcomeName[t.outcome]}${symptom}` : "",
    t.after ? `${t.after.what} ${t.before ? `${changedText(t.before)} to ` : ""}${changedText(t.after)}` : "",
    t.followed ? followedName[t.followed] : "",
    underText(t.under),
  ]
    .filter(Boolean)
    .join(", ");
}

export const askText: Readonly<Record<TriedAsk, string>> = {
  outcome: "What did it change?",
  followed: "Did the fault go with the part?",
  bridgeValue: "Bridged with what: value and volts?",
};

export const cautionText: Readonly<Record<TriedCaution, string>> = {
  fuseLarger: "A larger fuse is never fitted: find why this one blew, then fit its own rating.",
  fuse: "A fuse is never bridged: find why it blew, then fit one of its rating.",
  underRated: "The part used to bridge is rated for fewer volts than the part it bridges.",
  supplyLive: "The unit was on: switch off, discharge, then put a part across.",
  noLimit: "No current limit was entered: set one before the supply goes on.",
  overRail: "The bench supply was set above what this rail is called by.",
  mainsPart: "This place lies on the mains: only a part of its own safety class belongs there.",
};

export const authorityName: Readonly<Record<Authority, string>> = {
  drawing: "the drawing says",
  maker: "the maker says",
  bench: "belongs here:",
};
export const checkName: Readonly<Record<Check, string>> = {
  earthBond: "earth pin to chassis",
  insulation: "mains to chassis",
  mainsLead: "mains lead",
  mainsPlug: "mains plug",
  mainsFuse: "mains fuse",
  testLeads: "test leads",
  jig: "jig",
  limiter: "lamp limiter",
};
const fuseEndName: Readonly<Record<FuseEnd, string>> = {
  violent: "violently: look for a short behind it",
  gentle: "gently: an overload, or age",
};
export const leakStepName: Readonly<Record<LeakStep, string>> = {
  neighbours: "neighbours",
  traces: "traces and vias",
  ground: "ground point",
  wires: "wires",
  cleaned: "cleaning",
  insulation: "insulation",
};
const stepName: Readonly<Record<WorkStep, string>> = {
  checkIn: "checking in",
  makeSafe: "making safe",
  inspect: "looking",
  diagnose: "diagnosing",
  measure: "measuring",
  choose: "choosing",
  fit: "fitting",
  powerUp: "powering up",
  adjust: "setting",
  finalTest: "final test",
  return: "handing back",
};
export const scopeName: Readonly<Record<Scope, string>> = {
  provenBad: "what is confirmed bad",
  provenBadAndKind: "confirmed bad and its kind",
  section: "the whole section",
  everyElectrolytic: "every electrolytic",
};
/** "40 MΩ", "over-range", "fine", "bad" */
export const resultText = ({ ohms, fine }: { ohms: number | "over" | null; fine: boolean | null }): string =>
  ohms === "over" ? "over-range" : ohms !== null ? shown(ohms, "Ω", 2) : fine ? "fine" : "bad";

/** "measuring 50 min of 30 min planned" */
export const timeText = ({ step, spent, planned }: StepTime): string =>
  `${step === null ? "otherwise" : stepName[step]} ${span(spent * 60)}${planned === null ? "" : ` of ${span(planned * 60)} planned`}`;

const DRAW_WORD = { within: "as it should", high: "high", muchTooHigh: "far too high", unknown: "" } as const;
/** "3.1 times the 0.1 A it should draw: far too high"; empty where nobody knows. */
export function drawVerdictText({ state, ratio, norm }: DrawVerdict): string {
  if (norm === null || ratio === null) return "";
  const from = norm.from === "said" ? "it should draw" : "usual for its kind";
  return `${times(ratio)} the ${shown(norm.value, norm.unit, 2)} ${from}: ${DRAW_WORD[state]}`;
}

const NOW: Readonly<Record<"gone" | "better" | "same" | "worse", string>> = {
  gone: "gone now",
  better: "better now, not gone",
  same: "still there",
  worse: "worse now",
};

/** "hum: still there" */
export const complaintNowText = ({ outcome, symptom }: { outcome: keyof typeof NOW; symptom: FindingToken | null }): string =>
  `${symptom === null ? "the complaint" : findingName[symptom]}: ${NOW[outcome]}`;

export const soundName: Readonly<Record<SoundLabel, string>> = {
  hum: "hum",
  motorboating: "motorboating",
  higherOscillation: "oscillation",
  hiss: "hiss",
  crackle: "crackle",
  periodicClicking: "periodic clicking",
  dropouts: "dropouts",
  levelImbalance: "channel imbalance",
  trebleMissing: "treble missing",
  bassMissing: "bass missing",
  clipping: "clipping",
  dcOffset: "DC offset",
};
export const humKindName: Readonly<Record<HumKind, string>> = {
  induced: "nearly a sine at the mains frequency",
  ripple: "a saw-tooth at twice the mains frequency",
  halfWave: "the mains frequency with all its multiples",
  rectifierBuzz: "narrow pulses",
  mixed: "mains frequency and twice it",
};
/** dB that are a difference, not a level. */
const DIFFERENCES: ReadonlySet<SoundLabel> = new Set<SoundLabel>(["levelImbalance", "trebleMissing", "bassMissing"]);
const sideName = (channel: number): string => (channel === 1 ? "left" : channel === 2 ? "right" : `channel ${channel}`);

/** "hum, a saw-tooth at twice the mains frequency, 50.02 Hz, −41 dBFS, left"; "no hum above −78 dBFS" */
export function heardText({ label, present, hum, hz, level, times: count, channel }: Heard): string {
  const dB = level === null ? "" : `${String(level).replace("-", "−")} dB${DIFFERENCES.has(label) ? "" : "FS"}`;
  if (!present) return `no ${soundName[label]}${dB ? ` above ${dB}` : ""}${channel === null ? "" : `, ${sideName(channel)}`}`;
  return [
    soundName[label],
    hum === null ? "" : humKindName[hum],
    hz === null ? "" : `${hz} Hz`,
    dB,
    count === null ? "" : `${count} times`,
    channel === null ? "" : sideName(channel),
  ]
    .filter(Boolean)
    .join(", ");
}

const becauseText = (because: string | null): string => (because === null ? "" : `, out of order: ${because}`);

/** What was shown of a mended unit, in a few words. */
function proofText(p: Proof): string {
  switch (p.of) {
    case "power":
      return `${p.channel}: ${shown(p.volts, "V")}${p.form === "peakToPeak" ? " p-p" : " ~"} into ${shown(p.ohms, "Ω")} where it clips`;
    case "sine":
      return `${p.channel}: sine ${p.clean ? "clean" : "not clean"}${p.hz === null ? "" : ` at ${shown(p.hz, "Hz")}`}`;
    case "response":
      return `${p.channel}: ${shown(p.hz, "Hz")} ${signedDb(p.dB)}`;
    case "soak":
      return `${p.place} ${p.celsius} °C after ${span(p.after)}`;
    case "listened":
      return `listening test${p.channel === null ? "" : ` ${p.channel}`}: ${p.text}`;
    case "settings":
      return `taken at ${p.text}`;
    case "delay":
      return `loudspeakers on after ${span(p.seconds)}`;
  }
}
export const signedDb = (dB: number): string => `${dB < 0 ? "−" : "+"}${Math.abs(dB).toFixed(1)} dB`;

/** One observation in a few words, without what it is about. */
export function observationText(o: Observation): string {
  switch (o.kind) {
    case "named":
      return `${partClassName[o.class]}${o.marked.length > 0 ? `, marked ${markedText(o.marked)}` : ""}`;
    case "figure":
      return o.quantity === "current" || o.quantity === "power" ? `draws ${figureText(o)}` : figureText(o);
    case "state":
      return stateName[o.state];
    case "look":
      return (
        `${lookName[o.sign]}${o.severity === "slight" ? ", slightly" : o.severity === "bad" ? ", badly" : ""}` +
        `${o.intended ? ", not a fault" : ""}`
      );
    case "stamp":
      return `dated ${o.week === null ? "" : `week ${o.week} of `}${o.year}`;
    case "tried": {
      const outcome = triedOutcomeText(o);
      return `${triedText(o)}${outcome ? `: ${outcome}` : ""}`;
    }
    case "coldStart":
      return `cold start: ${o.started ? "came up" : "did not come up"}${o.rest === null ? "" : ` after ${span(o.rest)} of rest`}`;
    case "coldStarts":
      return `came up ${o.started} of ${o.of} times from cold`;
    case "expected":
      return `should read ${o.nominal === null ? "" : `${signedVolts(o.nominal)}, `}${signedVolts(o.low)} to ${signedVolts(o.high)}`;
    case "remark":
      return `saved as typed, not understood: ${o.text}`;
    case "settled":
      return `line ${o.line} is ${remarkMeaningName[o.as]}`;
    case "outcome":
      return `line ${o.line}: ${said([o.outcome && outcomeName[o.outcome], o.followed && followedName[o.followed], markedText(o.marked)])}`;
    case "complaintNow":
      return complaintNowText(o);
    case "heard":
      return heardText(o);
    case "laid":
      return layName[o.plus];
    case "means":
      return `first power: ${said([
        meansName[o.by],
        o.watts !== null && shown(o.watts, "W"),
        o.volts !== null && shown(o.volts, "V"),
        o.amperes !== null && `at most ${shown(o.amperes, "A")}`,
      ])}`;
    case "stage":
      return `${stageName[o.stage].toLowerCase()}${becauseText(o.because)}`;
    case "mains":
      return `on at ${o.share === null ? shown(o.volts ?? 0, "V") : percent(o.share)} of its mains${becauseText(o.because)}`;
    case "lamp":
      return `lamp: ${lampName[o.did]}`;
    case "timer":
      return `${o.name}: ${span(o.seconds)} from now`;
    case "idleWindow":
      return (
        `idle ${o.channels.length > 0 ? `of ${list(o.channels)} ` : ""}${shown(o.low, o.unit)} to ` +
        `${shown(o.high, o.unit)}${o.ohms === null ? "" : ` over ${shown(o.ohms, "Ω")}`}`
      );
    case "idleWatts":
      return `idle: ${shown(o.each, "W")} more a channel`;
    case "idle":
      return (
        `idle ${o.channel === "down" ? "at minimum" : o.channel}: ` +
        `${shown(o.value, o.unit, o.significant)}${o.heat === null ? "" : `, ${o.heat}`}${o.atEnd ? ", adjuster at its end" : ""}`
      );
    case "valveIdle":
      return [
        o.plate === null ? "" : `plate ${shown(o.plate, "V")}`,
        o.amperes === null ? "" : shown(o.amperes, "A"),
        o.drop === null ? "" : `${shown(o.drop, "V")} over ${shown(o.winding ?? 0, "Ω")}`,
      ]
        .filter(Boolean)
        .join(", ");
    case "valveMost":
      return `dissipates ${shown(o.watts, "W")} at most`;
    case "rated":
      return `rated ${shown(o.watts, "W")} into ${shown(o.ohms, "Ω")}`;
    case "proof":
      return proofText(o.proof);
    case "refitStep":
      return `${o.done ? "done" : "not done"}: ${refitName[o.step].toLowerCase()}${o.note ? `, ${o.note}` : ""}`;
    case "simulated":
      return o.on ? "from here on read on a simulated unit" : "from here on read on the unit itself";
    case "putBack":
      return o.line === null ? "all back as it was" : `line ${o.line}: back as it was`;
    case "fault":
      return `one more fault: ${o.text}`;
    case "faultState":
      return `fault ${o.fault}: ${faultStateName[o.state]}`;
    case "belongs":
      return `line ${o.line} is evidence of fault ${o.fault}`;
    case "spent":
      return `${span(o.minutes * 60)} spent${o.text ? ` on ${o.text}` : ""}`;
    case "planned":
      return `${span(o.minutes * 60)} meant for: ${stepName[o.step]}`;
    case "wanted":
      return `${authorityName[o.by]} ${markedText(o.marked)}`;
    case "norm":
      return (
        `${o.power === "standby" ? "in standby" : "at idle"} it should draw ` +
        `${shown(o.value, o.quantity === "current" ? "A" : "W", o.significant)}`
      );
    case "counterpart":
      return o.here ? "the other one is here" : "the other one is not here";
    case "removed":
      return `came off: ${o.text}`;
    case "refitted":
      return o.line === null ? "everything is reassembled" : `line ${o.line}: refitted`;
    case "checked":
      return `${checkName[o.what]} ${resultText(o)}`;
    case "followed":
      return `after its leak, ${leakStepName[o.step]} ${resultText(o)}`;
    case "blew":
      return `blew${o.how === null ? "" : `, ${fuseEndName[o.how]}`}${o.because === null ? "" : `: ${o.because}`}`;
    case "section":
      return `${sectionName[o.section]}: ${o.here ? "this unit has it" : "not in this unit"}`;
    case "joined":
      return `one point: ${o.ends.join(", ")}`;
    case "agreed":
      return `the owner agreed to ${o.scope === null ? "no repair" : scopeName[o.scope]}${o.most === null ? "" : `, up to ${o.most}`}`;
    case "cost":
      return `cost of the repair ${o.amount.toFixed(2)}`;
    case "warranty":
      return `warranty on the repair: ${warrantyText(o.months)}`;
    case "sideJob":
      return `side job: ${o.text}`;
    case "claim":
      return `claimed, not confirmed: ${o.text}`;
    case "owner":
      return `owner: ${o.text}`;
    case "told":
      return factText(o.told);
  }
}

/** "6 months", "1 year", "none" */
export function warrantyText(months: number): string {
  if (months === 0) return "none";
  const [count, unit] = months % 12 === 0 ? [months / 12, "year"] : [months, "month"];
  return `${count} ${unit}${count === 1 ? "" : "s"}`;
}

const reasonTexts: Texts<PartReason> = {
  overRange: () => "over-range: nothing goes through",
  through: (r) => `${shown(r.ohms, "Ω", 2)} through${r.inCircuit ? ", in circuit" : ""}`,
  offMarked: (r) =>
    `${shown(r.ohms, "Ω", 3)} where ${shown(r.marked, "Ω", 3)} is marked${r.inCircuit ? ": at least that far off, in circuit" : ""}`,
  asMarked: (r) => `${shown(r.ohms, "Ω", 3)}, marked ${shown(r.marked, "Ω", 3)}`,
  lowInCircuit: (r) => `${shown(r.ohms, "Ω", 3)} in circuit, marked ${shown(r.marked, "Ω", 3)}: what lies across it may do that`,
  nearZero: (r) => `${shown(r.ohms, "Ω", 2)}${r.inCircuit ? " in circuit: it or what lies across it" : ""}`,
  junctionBothWays: (r) => `${shown(r.volts, "V", 2)}: no junction left`,
  junctionNeither: () => "over-range both ways",
  junctionRight: (r) => `${shown(r.volts, "V", 3)}: a junction as it should be`,
  halvesApart: (r) => `halves ${r.ratio.toFixed(2)} : 1 apart`,
  halvesAlike: (r) => `halves ${r.ratio.toFixed(2)} : 1`,
  contactHigh: (r) => `${shown(r.ohms, "Ω", 2)} where nearly none should be`,
  counterparts: (r) => `${quantityName[r.quantity]} ${times(r.ratio)} the median of ${r.of} like it`,
  said: (r) => stateName[r.state],
  seen: (r) => lookName[r.sign],
  looksWholeOnly: () => "looks whole, which confirms nothing",
  onlyRead: () => "read, no rule to judge it by",
  nothing: () => "not read",
};
const settleName: Readonly<Record<PartSettle, string>> = {
  measureOhms: "measure its ohms",
  liftOneLeg: "lift one leg and read again",
  otherWay: "read it the other way round",
  markedValue: "enter what is marked on it",
};
/** Why, as part of a sentence. */
export const partReason = (v: Pick<PartVerdict, "reason">): string => say(reasonTexts, v.reason);
/** Why, in one sentence, and what would settle it. */
export const partReasonText = (v: PartVerdict): string =>
  `${capital(partReason(v))}.${v.settle ? ` ${capital(settleName[v.settle])}.` : ""}`;

const capital = (text: string) => `${text[0]?.toUpperCase() ?? ""}${text.slice(1)}`;

export const expectationText = (e: PointExpectation): string =>
  `${signedVolts(e.low)} to ${signedVolts(e.high)}${e.from === "taken" ? ", by its name ±5 %" : ""}`;

const POINT_WORD = { within: "right", low: "low", high: "high", gone: "gone", unknown: "nothing to hold it against" } as const;
/** "22 % low" */
export const pointVerdictText = ({ state, off }: PointVerdict): string =>
  (state === "low" || state === "high") && off !== null ? `${percent(Math.abs(off))} ${POINT_WORD[state]}` : POINT_WORD[state];

/** "F1, 2 A: blew violently: look for a short behind it. Why: D3 shorted" */
export const fuseText = ({ name, marked, how, because }: FuseModel): string =>
  `${[name, markedText(marked)].filter(Boolean).join(", ")}: went${how === null ? "" : ` ${fuseEndName[how]}`}. ` +
  `${because === null ? "Cause not recorded." : `Why: ${because}.`}`;
