import type { Role, Technology } from "@mirvek/core/part";
import type { VerdictState } from "@mirvek/core/verdict";
import type { SaidWord, VisualSign } from "@mirvek/core/evidence";
import type { Grade } from "@mirvek/core/choose";
import type { FindingGroup, FindingToken, SectionKind, SupplyKind, UnitKind } from "@mirvek/core/device";
import type { ClosedState, JobState, StationId } from "@mirvek/core/job";
import type { Mounting } from "@mirvek/core/entry";
import type { CheckIn } from "../schemas/job";

export const roleName: Readonly<Record<Role, string>> = {
  mainsX: "across the mains",
  mainsY: "mains to chassis",
  suppression: "suppression",
  reservoir: "reservoir",
  smpsPrimary: "primary reservoir",
  smpsStart: "start-up supply",
  smpsOutput: "switch-mode output",
  regulatorIn: "regulator in",
  regulatorOut: "regulator out",
  reference: "reference",
  biasFilter: "bias filter",
  decoupler: "decoupler",
  digitalRail: "digital rail",
  coupling: "coupling",
  bypass: "bypass",
  tone: "tone",
  timing: "timing",
  feedback: "feedback, servo",
  classDFilter: "class-D filter",
  crossover: "crossover",
};

export const technologyName: Readonly<Record<Technology, string>> = {
  aluminium: "aluminium electrolytic",
  can: "can electrolytic",
  bipolar: "bipolar electrolytic",
  tantalum: "tantalum",
  film: "film",
  paper: "paper",
  c0g: "ceramic C0G",
  x7r: "ceramic X7R",
};

export const mountingName: Readonly<Record<Mounting, string>> = {
  radial: "radial",
  axial: "axial",
  snapIn: "snap-in",
  screw: "screw or can",
  smd: "surface mount",
};

export const gradeName: Readonly<Record<Grade, string>> = {
  general: "general purpose",
  lowEsr: "low ESR",
  longLife: "long life",
  lowLeakage: "low leakage",
  audio: "audio grade",
  safety: "safety class",
};

export const verdictName: Readonly<Record<VerdictState, string>> = {
  unmeasured: "not measured",
  sound: "good",
  undecided: "inconclusive",
  worn: "degraded",
  failed: "failed",
  open: "open",
  shorted: "shorted",
};

export const signName: Readonly<Record<VisualSign, string>> = {
  bulged: "bulged",
  leaking: "leaking",
  crust: "crust under it",
  cracked: "cracked",
  scorched: "scorched",
  discoloured: "discoloured",
  corrodedLead: "corroded lead",
  looksClean: "looks clean",
};

export const saidWordName: Readonly<Record<SaidWord, string>> = {
  fine: "called good",
  bad: "called bad",
  driedOut: "called dried out",
  leaky: "called leaky",
  noLeak: "called free of leaks",
  notShorted: "called not shorted",
  noContinuity: "no continuity",
  hot: "hot",
  dryJoint: "dry joint",
};

export const unitKindName: Readonly<Record<UnitKind, string>> = {
  stereoAmplifier: "Stereo amplifier",
  receiver: "Receiver",
  valveAmplifier: "Valve amplifier",
  subwoofer: "Subwoofer",
  mixer: "Mixer",
  synthesizer: "Synthesizer",
  passiveLoudspeaker: "Passive loudspeaker",
  poweredSpeaker: "Powered speaker",
  mobileAmplifier: "Mobile amplifier",
  recordPlayer: "Record player",
  intercom: "Intercom",
  other: "Other",
};

export const supplyKindName: Readonly<Record<SupplyKind, string>> = {
  linear: "Linear, transformer",
  switchMode: "Switch mode",
  valveRectifier: "Valve rectifier",
  battery: "Battery",
  none: "None, passive",
};

export const findingGroupName: Readonly<Record<FindingGroup, string>> = {
  sound: "Sound",
  power: "Power",
  channels: "Heard in",
  volume: "Volume and input",
  temperature: "Cold or warm",
  circumstances: "Circumstances",
  seen: "Seen",
};

export const findingName: Readonly<Record<FindingToken, string>> = {
  hum: "hum",
  buzz: "buzz",
  pulsing: "pulsing",
  lowSwing: "low-frequency oscillation, building up",
  hiss: "hiss",
  crackle: "crackle",
  static: "static",
  rattle: "rattle",
  whistle: "whistle",
  dull: "dull, no treble",
  weakBass: "weak bass",
  distorted: "distorted",
  comesAndGoes: "comes and goes",
  noSound: "no sound",
  noPower: "no power",
  lampsNoDisplay: "lamps lit, no display",
  relayClicking: "relay clicking",
  shutsDown: "shuts down",
  fuseBlown: "fuse blown",
  highStandbyCurrent: "high standby current",
  oneChannel: "one channel",
  allChannels: "all channels",
  volumeChangesIt: "volume changes it",
  volumeNoEffect: "volume has no effect",
  withNoInput: "with no input",
  onlyCold: "only from cold",
  onlyWarm: "only when warm",
  afterKnock: "after a knock",
  otherCableHelps: "another cable helps",
  otherOutletHelps: "another outlet helps",
  longUnused: "long unused",
  newerPartAmongOld: "newer part among old",
  wrongFuse: "wrong fuse",
  earthPinRemoved: "earth pin removed",
  bulgedParts: "bulged parts",
  wetUnderParts: "wet under parts",
};

export const jobStateName: Readonly<Record<JobState, string>> = {
  open: "open",
  closed: "closed",
  clearedWithoutCause: "cleared without cause",
  locatedNotRepaired: "located, not repaired",
  waitingForOwner: "waiting for owner",
};

export const closeAct: Readonly<Record<ClosedState, string>> = {
  closed: "Close the job",
  clearedWithoutCause: "Cleared without cause",
  locatedNotRepaired: "Located, not repaired",
};

/** What is said once it is closed. */
export const closedText: Readonly<Record<ClosedState, string>> = {
  closed: "The job is closed.",
  clearedWithoutCause: "The job is closed: cleared without cause.",
  locatedNotRepaired: "The job is closed: located, not repaired.",
};

export const stationName: Readonly<Record<StationId, string>> = {
  checkIn: "Check in",
  makeSafe: "Make safe",
  inspect: "Inspect",
  sound: "Sound",
  diagnose: "Diagnose",
  measure: "Measure",
  simulate: "Simulate",
  choose: "Choose parts",
  fit: "Fit",
  powerUp: "Power up",
  adjust: "Adjust",
  finalTest: "Final test",
  return: "Return",
};

/** The key that goes to a station: digits as far as they reach. */
export const stationKey: Readonly<Record<StationId, string>> = {
  checkIn: "1",
  makeSafe: "2",
  inspect: "3",
  sound: "4",
  diagnose: "5",
  measure: "6",
  simulate: "7",
  choose: "8",
  fit: "9",
  powerUp: "0",
  adjust: "s",
  finalTest: "g",
  return: "h",
};
/** Every approach with what it costs and risks, in a line. */
export const approachChoices: {
  [K in "scopeApproach" | "valuePolicy" | "tantalumApproach" | "sidesApproach" | "firstPowerApproach"]: {
    name: string;
    options: readonly { value: CheckIn[K]; label: string; means: string }[];
  };
} = {
  scopeApproach: {
    name: "How much to replace",
    options: [
      { value: "provenBad", label: "Confirmed bad only", means: "cheapest now; its like may follow" },
      { value: "provenBadAndKind", label: "Confirmed bad and its kind", means: "same value, series and heat go too" },
      { value: "section", label: "The whole section", means: "more parts, fewer returns" },
      { value: "everyElectrolytic", label: "Every electrolytic", means: "most work; a fault elsewhere stays" },
    ],
  },
  valuePolicy: {
    name: "Value in supply filters",
    options: [
      { value: "same", label: "Same value", means: "rectifier and fuse stay as designed" },
      { value: "nextUp", label: "Next value up", means: "less ripple, more inrush; +50 % at most" },
    ],
  },
  tantalumApproach: {
    name: "Tantalum beads",
    options: [
      { value: "sameKind", label: "Tantalum, twice the volts", means: "same behaviour, can still fail short" },
      { value: "aluminium", label: "Aluminium electrolytic", means: "fails softly, larger, more ESR" },
      { value: "film", label: "Film where it fits", means: "lasts, but large" },
    ],
  },
  sidesApproach: {
    name: "Sides to renew",
    options: [
      { value: "everyChannel", label: "Every channel alike", means: "sides keep matching" },
      { value: "faultySide", label: "Faulty side only", means: "cheaper; sides may differ" },
    ],
  },
  firstPowerApproach: {
    name: "First power",
    options: [
      { value: "suppliesFirst", label: "Supply capacitors before power", means: "slow and safe" },
      { value: "lookUnderLimiter", label: "Look first under a limiter", means: "shows the fault, stresses old parts" },
    ],
  },
};

export const sectionName: Readonly<Record<SectionKind, string>> = {
  outside: "outside the unit",
  mains: "mains entry",
  primary: "primary side",
  startUp: "start-up",
  rectifier: "rectifier",
  reservoirs: "reservoirs",
  secondary: "secondary side",
  regulators: "regulators",
  bias: "bias supply",
  rails: "rails and decouplers",
  input: "inputs and controls",
  preamp: "signal stages",
  voice: "voice boards",
  servo: "servo loop",
  amplifier: "power stage",
  classD: "class-D output",
  protection: "protection and relay",
  crossover: "crossover",
  driver: "drivers",
  control: "digital control",
};

/** The same, where there is little room. */
export const sectionShort: Readonly<Record<SectionKind, string>> = {
  ...sectionName,
  outside: "outside",
  primary: "primary",
  secondary: "secondary",
  rails: "rails",
  input: "inputs",
  voice: "voices",
  preamp: "stages",
  servo: "servo",
  classD: "class-D out",
  protection: "protection",
  control: "digital",
};
