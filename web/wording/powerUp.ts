import type { LampSign, Means, RefitStep, Stage } from "@mirvek/core/device";
import type { StepExpectation, Stop, StopMeaning, StopReason } from "@mirvek/core/powerUp";
import type { AfterFitting, Interlock, OverRated, UnsafeThing } from "@mirvek/core/job";
import { list, percent, shown, signedVolts } from "./quantity";
import { say, type Texts } from "./say";

export const meansName: Readonly<Record<Means, string>> = {
  lamp: "lamp in series",
  variac: "variable transformer",
  limited: "current-limited, isolated bench supply",
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

export const overRatedText = (o: OverRated): string =>
  `${o.designator} is rated ${shown(o.rated, "V")}, and ${o.point} may stand at ${roundVolts(o.volts)} here: check it before this step.`;

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
  outputShifted: "DC offset at the output: connect no loudspeaker.",
  shortBehind: "A short behind the lamp.",
  openBefore: "Nothing draws: a fuse, a switch, a start-up that does not start.",
  triesAgain: "It tries to start and gives up again and again.",
};
export const stopText = ({ reason, meaning }: Stop): string => `${say(reasonTexts, reason)}. ${meaningText[meaning]}`;

const ANYWAY = "If you must, enter it with a reason: … anyway because …";
const unsafeText: Readonly<Record<UnsafeThing, string>> = {
  earthBond: "the earth bond reads too high. Repair it, then enter what it reads: earth 0.12",
  insulation: "the insulation from mains to chassis reads too low. Repair it, then enter what it reads: insulation 20M",
  mainsLead: "the mains lead is bad. Replace it, then enter: mains lead fine",
  mainsPlug: "the mains plug is bad. Replace it, then enter: mains plug fine",
  mainsFuse: "the mains fuse is wrong. Fit one of the right rating, then enter: mains fuse right",
  testLeads: "the test leads are bad",
  jig: "the jig is bad",
  limiter: "the limiter is bad",
  earthPinRemoved: "the earth pin was removed, as ticked at check-in. Restore it, then enter what the earth bond reads: earth 0.12",
  wrongFuse: "the fuse is wrong, as ticked at check-in. Fit the right rating and enter it: replaced F1 with 500ma; or: mains fuse right",
};
const fuseHoldText = {
  bridged: (name: string) =>
    `Something is fitted in place of ${name}. Fit a fuse of the right rating and enter it: replaced ${name} with 1a.`,
  larger: (name: string) => `${name} is larger than specified. Fit its own rating, never a larger one: replaced ${name} with 1a.`,
  unexplained: (name: string) => `${name} has blown and no cause is recorded. Find the cause, then enter it: ${name} blew because …`,
  blown: (name: string) => `${name} has blown. Fit one of its own rating first: replaced ${name} with 1a.`,
} as const;
const interlockTexts: Texts<Interlock> = {
  noSupply: () => "This unit takes no power of its own.",
  shorted: (h) =>
    `Do not power: ${list(h.what)} ${h.what.length > 1 ? "read" : "reads"} short. Find and clear the short, then ` +
    `measure the node again (${exampleOf(h.what[0]!)}). No reason overrides this.`,
  lowNode: (h) =>
    `${list(h.what)} ${h.what.length > 1 ? "read" : "reads"} close to zero to ground. If that is normal there, ` +
    `power it with a reason and through a limiter or a current-limited supply only: step 25% anyway because …`,
  unsafe: (h) => `Do not power: ${h.what.map((w) => unsafeText[w]).join("; ")}. No reason overrides this. Mains wiring by local code.`,
  fuse: (h) => `Do not power: ${fuseHoldText[h.why](h.name)} No reason overrides this.`,
  noMeans: () => `Enter first what stands before the unit: limiter 60w, variac, or limited 24v 0.5a.`,
  meansUnsuited: (h) =>
    h.by === "variac"
      ? "Not on a variable transformer: such a supply draws most current at low mains. Use a lamp or a current-limited supply."
      : `A ${meansName[h.by]} does not suit this supply.`,
  suppliesFirst: (h) =>
    `This job's approach wants ${list(h.positions.slice(0, 4))}${h.positions.length > 4 ? " …" : ""} new or ` +
    `measured good before any power.`,
  repaired: () => "The unit was repaired since it was last on: power it up in steps.",
  stageOrder: (h) => `First ${stageName[h.needs].toLowerCase()}.`,
  stepOrder: (h) => `First ${percent(h.share)}.`,
  unread: (h) => `Still to be read at this step: ${list(h.what)}.`,
  stopped: (h) => `Stop: ${stopText(h.stop)} Switch off, find the cause, then repeat the same step.`,
};
/** How the node of a part, or a rail, is said to read clear. */
const exampleOf = (name: string): string => `${name} to ground 40k`;
/** How a reason is entered on the line, for the holds that one opens in that way. */
const byReason: Readonly<Partial<Record<Interlock["code"], string>>> = {
  noMeans: ANYWAY,
  suppliesFirst: ANYWAY,
  stageOrder: ANYWAY,
  stepOrder: ANYWAY,
  unread: ANYWAY,
  stopped: ANYWAY,
  repaired: "Or enter why it goes straight onto the mains: power on because …",
};
/** What holds the power, where the reason is asked for beside it. */
export const holdText = (hold: Interlock): string => say(interlockTexts, hold);
/** The same for the line, with how a reason is entered there. */
export const interlockText = (hold: Interlock): string => {
  const how = byReason[hold.code];
  return how === undefined ? holdText(hold) : `${holdText(hold)} ${how}`;
};
/** What is said of a line that was kept as an attempt. */
export const attemptText = (hold: Interlock): string =>
  `Not powered by the plan. ${interlockText(hold)} Recorded as an attempt: treat the unit as live until you have ` +
  `switched it off and entered power off.`;

export const refitName: Readonly<Record<RefitStep, string>> = {
  removed: "Old parts out without lifting pads",
  cleaned: "Holes and pads clean, flux off",
  orientation: "Plus the right way round, checked against the map",
  glued: "Tall parts glued against shaking",
  insulation: "Leads sleeved, nothing live near chassis or fingers",
  clearance: "Room to lid, heat sink and neighbours",
  doubleSided: "Double-sided board: both sides of the joint wetted, no plated hole torn",
  bypassesOut: "Bridges, clip leads and temporary parts removed",
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

/** Steps of the refit lists that apply and are not recorded as done, in a few words each. */
export const refitOpen = ({ after: { refit } }: { after: Pick<AfterFitting, "refit"> }): string[] =>
  [...refit.fit, ...refit.refit].filter((s) => s.applies && s.done !== true).map((s) => refitWord[s.step]);
