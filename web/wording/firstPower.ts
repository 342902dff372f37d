import type { LampSign, Means, RefitStep, Stage } from "@mirvek/core/device";
import type { StepExpectation, Stop, StopMeaning, StopReason } from "@mirvek/core/firstPower";
import type { StepHold } from "@mirvek/core/job";
import { list, percent, shown, signedVolts } from "./quantity";
import { say, type Texts } from "./say";

export const meansName: Readonly<Record<Means, string>> = {
  lamp: "lamp in series",
  variac: "variable transformer",
  limited: "limited, isolated supply",
};

export const stageName: Readonly<Record<Stage, string>> = {
  transformer: "Transformer alone",
  bias: "Bias, output valves out",
  unloaded: "Supply without its loads",
  loaded: "With its loads",
  full: "Its own fuse, full mains",
};
/** What is done before a stage begins. */
export const stageDo: Readonly<Record<Stage, string>> = {
  transformer: "Secondaries unplugged or rectifier valve out. It may hum, not heat.",
  bias: "Output valves and rectifier valve out. No valve goes in before its bias is there.",
  unloaded: "Boards unplugged, output valves out. Rails only.",
  loaded: "Everything in, no loudspeaker yet. Hand on the switch.",
  full: "Lamp and transformer away, a fuse of its own rating in, never a larger one.",
};

export const lampName: Readonly<Record<LampSign, string>> = {
  flashDim: "flash, then dim",
  dull: "dull glow",
  bright: "stays bright",
  dark: "dark",
  pulses: "pulses",
};

export const expectedBy: Readonly<Record<StepExpectation["by"], string>> = {
  engine: "by the circuit of its supply",
  proportion: "in proportion to the mains",
  valveCold: "the rectifier valve is still cold",
  valveWarming: "the rectifier valve warms up: anything up to this",
  asExpected: "as it should be at full mains",
};

/** Volts without digits nobody can read off a meter at arm's length. */
export const roundVolts = (v: number): string => signedVolts(Math.abs(v) < 1 ? Number(v.toFixed(2)) : Number(v.toPrecision(3)));
export const rangeText = ({ low, high }: { low: number; high: number }): string => `${roundVolts(low)} to ${roundVolts(high)}`;

const reasonTexts: Texts<StopReason> = {
  point: (r) => `${r.point} reads ${roundVolts(r.read)}, ${rangeText(r)} were expected`,
  current: (r) =>
    `it draws ${shown(Number(r.amperes.toPrecision(2)), "A")}, ${shown(Number(r.most.toPrecision(2)), "A")} are the limit here`,
  lamp: (r) => `the lamp: ${lampName[r.did]}`,
};
const meaningText: Readonly<Record<StopMeaning, string>> = {
  heavyLoad: "Something pulls the rail down hard.",
  noSupply: "Nothing arrives: the way of the power is open somewhere before it.",
  partlySupplied: "Too little arrives: half a rectifier, a dried capacitor, a load too heavy.",
  tooMuch: "More than it should: a load is missing or a divider is open.",
  regulatorPasses: "The regulator lets everything through: what hangs on it is in danger.",
  biasGone: "No bias: output valves or transistors would be destroyed. Nothing goes in.",
  biasOff: "The bias is off: look before anything hangs on it.",
  outputShifted: "The output stands off nought: no loudspeaker.",
  shortBehind: "A short behind the lamp.",
  openBefore: "Nothing draws: a fuse, a switch, a start-up that does not start.",
  triesAgain: "It tries to start and gives up again and again.",
};
export const stopText = ({ reason, meaning }: Stop): string => `${say(reasonTexts, reason)}. ${meaningText[meaning]}`;

const HOW = "If you must, say so: … anyway because …";
const holdTexts: Texts<StepHold> = {
  noSupply: () => "This unit takes no power of its own.",
  shorted: (h) => `Held: ${list(h.what)} measured shorted. Never on a short.`,
  unsafe: () => "Held: earth, lead or plug was found bad. Mains wiring first, by local code.",
  fuse: (h) =>
    h.why === "larger"
      ? `Held: ${h.name} is larger than what belongs there. Its own rating goes in, never a larger one: replaced ${h.name} with 1a.`
      : h.why === "unexplained"
        ? `Held: nobody said why ${h.name} went. ${h.name} blew because …`
        : `Held: ${h.name} has gone; one of its own rating goes in first: replaced ${h.name}.`,
  noMeans: () => `Held: say what stands before the unit: limiter 60w, variac, or limited 24v 0.5a. ${HOW}`,
  meansUnsuited: (h) =>
    h.by === "variac"
      ? "Held: not on a variable transformer, such a supply draws most at low volts. A lamp, or a limited supply."
      : `Held: ${meansName[h.by]} does not suit this supply.`,
  suppliesFirst: (h) => `Held: this job's school has ${list(h.positions.slice(0, 4))} new or measured sound before any power. ${HOW}`,
  stageOrder: (h) => `Held: first ${stageName[h.needs].toLowerCase()}. ${HOW}`,
  stepOrder: (h) => `Held: first ${percent(h.share)}. ${HOW}`,
  unread: (h) => `Held: still to be read at this step: ${list(h.what)}. ${HOW}`,
  stopped: (h) => `Stop: ${stopText(h.stop)} Off, find it, then the same step again. ${HOW}`,
};
export const stepHoldText = (hold: StepHold): string => say(holdTexts, hold);

export const refitName: Readonly<Record<RefitStep, string>> = {
  removed: "Old parts out without lifting pads",
  cleaned: "Holes and pads clean, flux off",
  orientation: "Plus the right way round, checked against the map",
  glued: "Tall parts glued against shaking",
  insulation: "Leads sleeved, nothing live near chassis or fingers",
  clearance: "Room to lid, heat sink and neighbours",
  doubleSided: "Double-sided board: both sides of the joint wetted, no plated hole torn",
  bypassesOut: "Bridges, clips and stand-ins out again",
  screws: "Every screw and plug back as it came off",
  thermistor: "Thermistor or sensor back on its heat sink",
  paste: "Fresh paste, thin",
  mica: "Insulators whole; collector to heat sink measured open",
  seated: "Boards and plugs seated",
  earth: "Earth back on bare metal, pin to chassis measured",
  fuse: "Fuse of its own rating, slow or fast as it was",
};
/** What is said on the line for a step. */
export const refitWord: Readonly<Record<RefitStep, string>> = {
  removed: "removed",
  cleaned: "cleaned",
  orientation: "orientation",
  glued: "glue",
  insulation: "sleeves",
  clearance: "clearance",
  doubleSided: "both sides",
  bypassesOut: "bypasses",
  screws: "screws",
  thermistor: "thermistor",
  paste: "paste",
  mica: "mica",
  seated: "boards",
  earth: "earth",
  fuse: "fuse",
};
