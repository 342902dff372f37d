import type { FindingToken, HumKind, LampSign, Means, RefitStep, Scope, SectionKind, SoundLabel, Stage, WorkStep } from "../device";
import type { PartClass } from "../part";
import type { Seconds, UnitSymbol, Volts } from "../units";
import { FACT_BY_HAND, type ToldFact } from "./fact";

// What a bench sees, reads and tries beside the readings of capacitors. An observation is about one thing; the registry below is the
// one list of their kinds, which database, words, help and grammar are held against.

/** What can be observed: a part of any class, a named electrical point, a place that is no part, the whole unit. */
export type Subject = { kind: "part" | "point" | "place"; name: string } | { kind: "unit" };
export const SUBJECT_KINDS = ["part", "point", "place", "unit"] as const satisfies readonly Subject["kind"][];

/** The state a reading was taken in; what nobody said is left out. */
export interface Circumstances {
  power?: "off" | "standby" | "on" | "idle";
  load?: "loaded" | "unloaded";
  heat?: "cold" | "warm";
  health?: "failing" | "good";
  /** mains as it stood, rms */
  mains?: Volts;
  /** how long it had run */
  after?: Seconds;
}
export const POWER_STATES = ["off", "standby", "on", "idle"] as const satisfies readonly Circumstances["power"][];
export const LOAD_STATES = ["loaded", "unloaded"] as const satisfies readonly Circumstances["load"][];
export const HEAT_STATES = ["cold", "warm"] as const satisfies readonly Circumstances["heat"][];
export const HEALTH_STATES = ["failing", "good"] as const satisfies readonly Circumstances["health"][];

/** A value printed on a part or a rating of it, with the digits it was said in. */
export interface Marked {
  value: number;
  unit: UnitSymbol;
  significant: number;
}

/** Figures of parts that are no capacitors, of loads and of the unit. */
export const FIGURES = ["ohms", "toGround", "half", "junction", "gain", "current", "power"] as const;
export type FigureQuantity = (typeof FIGURES)[number];

/** What a part is said to be, without a figure. */
export const PART_STATES = ["open", "shorted", "intermittent", "fine", "bad", "hot", "conducts"] as const;
export type SaidPartState = (typeof PART_STATES)[number];

/** What the eye finds on parts and on places that are none. */
export const LOOK_SIGNS = [
  "looksWhole",
  "blown",
  "bulged",
  "leaking",
  "crust",
  "cracked",
  "ringed",
  "scorched",
  "charred",
  "discoloured",
  "corroded",
  "loose",
  "missing",
  "glued",
  "driedPaste",
  "brittle",
  "dirty",
  "wet",
  "lifted",
] as const;
export type LookSign = (typeof LOOK_SIGNS)[number];

/** What was done to find out. */
export const ACTS = [
  "unplugged",
  "fed",
  "bridged",
  "swapped",
  "lifted",
  "warmed",
  "cooled",
  "knocked",
  "pressed",
  "turnedDown",
  "inputsShorted",
  "otherSource",
  "otherCable",
  "otherOutlet",
  "replaced",
  "resoldered",
  "cleaned",
] as const;
export type Act = (typeof ACTS)[number];

/** What it changed. `answers`: the fault came or changed at the touch; `same`: nothing changed. */
export const OUTCOMES = ["gone", "better", "same", "worse", "answers"] as const;
export type Outcome = (typeof OUTCOMES)[number];

/** After a swap: whether the fault went with the part or stayed where it was. */
export const FOLLOWED = ["part", "place"] as const;
export type Followed = (typeof FOLLOWED)[number];

/** What the unit did at the touch, where the words say it. */
export const DID = ["starts", "plays", "recovers", "shutsDown", "comesAndGoes", "clicking", "silent"] as const;
export type Did = (typeof DID)[number];

/** A figure that changed with what was done. */
export interface ChangedFigure {
  what: string;
  value: number;
  unit: UnitSymbol | null;
}

/** One thing tried. */
export interface Tried {
  kind: "tried";
  act: Act;
  /** everything it was done to at once */
  to: readonly Subject[];
  /** what was put across, in place, or the other side of a swap */
  with: { marked: readonly Marked[]; named: string | null } | null;
  outcome: Outcome | null;
  /** the symptom the outcome is about, where it was named */
  symptom: FindingToken | null;
  before: ChangedFigure | null;
  after: ChangedFigure | null;
  followed: Followed | null;
  under: Circumstances;
  /** other acts of the same line that share its outcome: two changes at once prove neither */
  together: readonly Act[];
  /** of an outcome `answers`: what the unit did */
  did?: Did;
}

/** What a recording, or an ear, was found to have in it or not to have. */
export interface Heard {
  kind: "heard";
  label: SoundLabel;
  present: boolean;
  /** of a hum: which one */
  hum: HumKind | null;
  /** mains frequency, frequency of a tone, pulses or clicks a second; hertz */
  hz: number | null;
  /** dBFS, and dB for what is a difference; of what is not present: what would have been seen */
  level: number | null;
  times: number | null;
  /** counted from 1; null: not said, or all of them */
  channel: number | null;
  /** beginning of the hash of the recording it was measured in; null: by ear */
  recording: string | null;
}

/** Where one fault of a docket stands. */
export const FAULT_STATES = ["open", "suspected", "shown", "cured", "locatedNotRepaired", "clearedWithoutCause", "waiting"] as const;
export type FaultState = (typeof FAULT_STATES)[number];

export const REMARK_MEANINGS = ["look", "tried", "heard", "claim", "owner", "sideJob", "note"] as const;
export type RemarkMeaning = (typeof REMARK_MEANINGS)[number];

/** How a part lies: which way its plus points on the board as it is looked at, or where its plus goes. */
export const LAYS = ["up", "down", "left", "right", "ground", "rail"] as const;
export type Lay = (typeof LAYS)[number];

/** Who says what belongs at a place, where that is not what is fitted. */
export const AUTHORITIES = ["drawing", "maker", "bench"] as const;
export type Authority = (typeof AUTHORITIES)[number];

/** What is looked over before it is trusted, with its name and, where one is read, its ohms. */
export const CHECKS = ["earthBond", "insulation", "mainsLead", "mainsPlug", "mainsFuse", "testLeads", "jig", "limiter"] as const;
export type Check = (typeof CHECKS)[number];

/** Where a leak goes, and what is to be seen to after it. */
export const LEAK_STEPS = ["neighbours", "traces", "ground", "wires", "cleaned", "insulation"] as const;
export type LeakStep = (typeof LEAK_STEPS)[number];

/** How a fuse went: a short drives it to a bang and a black glass, an overload or age lets it sag. */
export const FUSE_ENDS = ["violent", "gentle"] as const;
export type FuseEnd = (typeof FUSE_ENDS)[number];

/** How volts over a load were read: rms, or peak to peak off a screen. */
export const LOAD_VOLTS = ["rms", "peakToPeak"] as const;

/** What is shown of a unit that is said to be mended. */
export type Proof =
  /** volts over a load at the onset of clipping */
  | { of: "power"; channel: string; volts: number; form: (typeof LOAD_VOLTS)[number]; ohms: number; hz: number | null }
  /** whether a sine looks clean on a screen */
  | { of: "sine"; channel: string; hz: number | null; clean: boolean }
  /** level at one frequency, dB against whatever was taken as nought */
  | { of: "response"; channel: string; hz: number; dB: number }
  | { of: "soak"; after: number; celsius: number; place: string }
  | { of: "listened"; channel: string | null; text: string }
  /** what the figures after it are taken at: controls, input, load, taps */
  | { of: "settings"; text: string }
  /** seconds until the loudspeakers came on */
  | { of: "delay"; seconds: number };

export const IDLE_READ = ["V", "A", "W"] as const;

export type Observation =
  | { kind: "named"; class: PartClass; marked: readonly Marked[] }
  | {
      kind: "figure";
      quantity: FigureQuantity;
      /** which of several: "be", "bc", "a", "b", "reverse"; null where there is one */
      label: string | null;
      value: number | "over";
      significant: number;
      inCircuit: boolean;
      meter: string | null;
      under: Circumstances;
    }
  | { kind: "state"; state: SaidPartState; inCircuit: boolean }
  | { kind: "look"; sign: LookSign; severity: "slight" | "bad" | null; intended: boolean }
  | { kind: "stamp"; year: number; week: number | null }
  | Tried
  | { kind: "coldStart"; started: boolean; rest: Seconds | null }
  | { kind: "coldStarts"; of: number; started: number; rest: Seconds | null }
  | { kind: "expected"; low: Volts; high: Volts; nominal: Volts | null }
  | { kind: "remark"; text: string }
  /** a remark of an earlier line, named by the place of that line, is settled to be this */
  | { kind: "settled"; line: number; as: RemarkMeaning }
  /** what something tried in an earlier line lacked, said later: its outcome, whether the fault followed, what was put across */
  | { kind: "outcome"; line: number; outcome: Outcome | null; followed: Followed | null; marked: readonly Marked[] }
  /** what the complaint does now, after whatever was done last; a symptom that returned is `same` */
  | { kind: "complaintNow"; outcome: Exclude<Outcome, "answers">; symptom: FindingToken | null }
  | Heard
  /** what was tried in that line, or in all, is back as it was */
  | { kind: "putBack"; line: number | null }
  /** one more fault on the docket, in its own words */
  | { kind: "fault"; text: string }
  /** where a fault stands now; 1 is the complaint of the docket, further ones by the order in which they were said */
  | { kind: "faultState"; fault: number; state: FaultState }
  /** what a line said is evidence of this fault */
  | { kind: "belongs"; line: number; fault: number }
  /** time that went into something; `step` where one of the work was named */
  | { kind: "spent"; minutes: number; step: WorkStep | null; text: string }
  /** time that is meant to go into a step */
  | { kind: "planned"; minutes: number; step: WorkStep }
  /** what belongs at a place according to somebody; neither it nor what is fitted is trusted for that */
  | { kind: "wanted"; by: Authority; marked: readonly Marked[] }
  /** what the unit is known to draw when it is well, in amperes or watts */
  | { kind: "norm"; quantity: "current" | "power"; power: "standby" | "idle"; value: number; significant: number }
  /** whether the other one of a pair, or a second unit of its kind, is at hand */
  | { kind: "counterpart"; here: boolean }
  /** what was taken off to get inside, in the order it came off */
  | { kind: "removed"; text: string }
  /** what was taken off in that line, or everything, is on again */
  | { kind: "refitted"; line: number | null }
  | { kind: "checked"; what: Check; ohms: number | "over" | null; fine: boolean | null }
  /** what was seen to after a leak */
  | { kind: "followed"; step: LeakStep; ohms: number | "over" | null; fine: boolean | null }
  /** how a fuse went and why, where that is known */
  | { kind: "blew"; how: FuseEnd | null; because: string | null }
  /** whether the unit has a section, against what its kind has as a rule */
  | { kind: "section"; section: SectionKind; here: boolean }
  /** ends that were found to be one electrical point: "C9+", "Q7 b" */
  | { kind: "joined"; ends: readonly string[] }
  /** what the owner agreed to; null: to nothing. `most` in the shop's currency */
  | { kind: "agreed"; scope: Scope | null; most: number | null }
  /** what the repair costs, in the shop's currency */
  | { kind: "cost"; amount: number }
  /** months of warranty on the repair; 0: none */
  | { kind: "warranty"; months: number }
  | { kind: "laid"; plus: Lay }
  /** what stands between the mains and the unit; watts of a lamp, limits of a supply where one was said */
  | { kind: "means"; by: Means; watts: number | null; volts: number | null; amperes: number | null }
  /** a stage of the bring-up begins; why, where it is out of its order */
  | { kind: "stage"; stage: Stage; because: string | null }
  /** the unit is on from here, at these volts or this share of its mains; why, where it is out of its order */
  | { kind: "mains"; volts: number | null; share: number | null; because: string | null }
  | { kind: "lamp"; did: LampSign }
  /** a clock that runs down from when it was said */
  | { kind: "timer"; name: string; seconds: number }
  /** where an idle current should lie; the ohms it is read over, where it is read as volts */
  | { kind: "idleWindow"; low: number; high: number; unit: (typeof IDLE_READ)[number]; ohms: number | null; channels: readonly string[] }
  /** watts more that each channel should draw from fully down */
  | { kind: "idleWatts"; each: number }
  | {
      kind: "idle";
      /** "down": everything fully down */
      channel: string;
      value: number;
      unit: (typeof IDLE_READ)[number];
      significant: number;
      heat: "cold" | "warm" | null;
      atEnd: boolean;
    }
  /** a valve as it idles: plate volts and amperes; `drop` and `winding` where the current was read over its half of the winding */
  | { kind: "valveIdle"; plate: number | null; amperes: number | null; drop: number | null; winding: number | null }
  | { kind: "valveMost"; watts: number }
  /** what the unit is rated for, a channel */
  | { kind: "rated"; watts: number; ohms: number }
  | { kind: "proof"; proof: Proof }
  | { kind: "refitStep"; step: RefitStep; done: boolean; note: string | null }
  /** what follows was read on a stand-in, not on the unit */
  | { kind: "simulated"; on: boolean }
  | { kind: "sideJob"; text: string }
  | { kind: "claim"; text: string }
  | { kind: "owner"; text: string }
  /** what a line said, in the trade's words, where no richer record of it exists; it decides nothing by itself */
  | { kind: "told"; told: ToldFact };
type ObservationKind = Observation["kind"];

/** What the rest of the house must know of one kind of observation. */
interface ObservationRule {
  /** whether hands are inside the unit while it is taken */
  hands: boolean;
  /** what it may be about */
  about: readonly Subject["kind"][];
}

const INSIDE: ObservationRule = { hands: true, about: ["part", "point", "place", "unit"] };
const BESIDE: ObservationRule = { hands: false, about: ["part", "point", "place", "unit"] };

/** Every kind there is; one that is missing here does not compile. */
const OBSERVATIONS: { readonly [K in ObservationKind]: ObservationRule } = {
  named: { hands: false, about: ["part"] },
  figure: INSIDE,
  state: { hands: true, about: ["part", "point", "place"] },
  look: BESIDE,
  stamp: { hands: false, about: ["part", "place", "unit"] },
  tried: BESIDE,
  coldStart: { hands: false, about: ["unit"] },
  coldStarts: { hands: false, about: ["unit"] },
  expected: { hands: false, about: ["point"] },
  remark: BESIDE,
  settled: BESIDE,
  outcome: BESIDE,
  complaintNow: { hands: false, about: ["unit"] },
  heard: { hands: false, about: ["unit"] },
  putBack: { hands: false, about: ["unit"] },
  fault: { hands: false, about: ["unit"] },
  faultState: { hands: false, about: ["unit"] },
  spent: { hands: false, about: ["unit"] },
  planned: { hands: false, about: ["unit"] },
  wanted: { hands: false, about: ["part"] },
  norm: { hands: false, about: ["unit"] },
  counterpart: { hands: false, about: ["unit"] },
  removed: { hands: false, about: ["unit"] },
  refitted: { hands: false, about: ["unit"] },
  checked: { hands: false, about: ["unit"] },
  followed: { hands: true, about: ["part", "place"] },
  blew: { hands: false, about: ["part"] },
  section: { hands: false, about: ["unit"] },
  joined: { hands: true, about: ["unit"] },
  agreed: { hands: false, about: ["unit"] },
  cost: { hands: false, about: ["unit"] },
  warranty: { hands: false, about: ["unit"] },
  laid: { hands: false, about: ["part"] },
  means: { hands: false, about: ["unit"] },
  stage: { hands: false, about: ["unit"] },
  mains: { hands: false, about: ["unit"] },
  lamp: { hands: false, about: ["unit"] },
  timer: { hands: false, about: ["unit"] },
  idleWindow: { hands: false, about: ["unit"] },
  idleWatts: { hands: false, about: ["unit"] },
  idle: { hands: false, about: ["unit"] },
  valveIdle: { hands: false, about: ["part"] },
  valveMost: { hands: false, about: ["part"] },
  rated: { hands: false, about: ["unit"] },
  proof: { hands: false, about: ["unit"] },
  refitStep: { hands: false, about: ["unit"] },
  simulated: { hands: false, about: ["unit"] },
  belongs: { hands: false, about: ["unit"] },
  sideJob: BESIDE,
  claim: BESIDE,
  owner: { hands: false, about: ["unit"] },
  told: BESIDE,
};
export const OBSERVATION_KINDS = Object.keys(OBSERVATIONS) as ObservationKind[];

/** Acts that leave the unit other than it was, until somebody says it is back. */
export const LEAVES_CHANGED: ReadonlySet<Act> = new Set<Act>(["unplugged", "fed", "bridged", "lifted", "inputsShorted"]);

// acts done with a finger or an iron inside; the rest can be done from outside or with the unit asleep
const HANDS_ACTS: ReadonlySet<Act> = new Set<Act>(["bridged", "lifted", "replaced", "resoldered"]);

/** Whether hands are inside the unit while this is done or read. Figures of the whole unit are read outside. */
export const isInternalAccess = (subject: Subject, o: Observation): boolean =>
  o.kind === "tried"
    ? HANDS_ACTS.has(o.act)
    : o.kind === "told"
      ? subject.kind !== "unit" && FACT_BY_HAND.has(o.told.fact)
      : o.kind === "figure"
        ? subject.kind !== "unit" && o.quantity !== "current"
        : OBSERVATIONS[o.kind].hands;
