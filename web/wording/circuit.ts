import type { CircuitIssue, NetlistTextIssue } from "@mirvek/core/circuit";
import type {
  Curve,
  CurveKey,
  Figure,
  FigureKey,
  FigureUnit,
  NodeKey,
  OptionKey,
  ScenarioId,
  SettingKey,
  SlotKey,
  Warning,
} from "@mirvek/core/scenarios";
import type { Candidate, Contribution, Explanation, PartAnswer } from "@mirvek/core/explain";
import type { KeptAnswer } from "../schemas/circuit";
import { list, shown } from "./quantity";

export const scenarioName: Readonly<Record<ScenarioId, string>> = {
  supply: "Mains supply",
  regulatedRail: "Regulated rail",
  seriesPair: "Two in series",
  coupling: "Coupling, bypass",
  crossover: "Crossover",
  classD: "Class-D filter",
  decouplingChain: "Decoupling chain",
  servoLoop: "Servo loop",
  switchMode: "Switch-mode supply",
  startUp: "Start-up",
  delay: "Delay, reset",
};

/** What a scenario's symptom number measures, for a sentence: "31 dB of the 34 dB of …". */
export const symptomName: Readonly<Record<ScenarioId, string>> = {
  supply: "excess hum",
  regulatedRail: "excess rail noise",
  seriesPair: "uneven volts",
  coupling: "missing bass at 41 Hz",
  crossover: "missing level in the driver's band",
  classD: "excess carrier",
  decouplingChain: "lost stability margin",
  servoLoop: "lost stability margin",
  switchMode: "excess output ripple",
  startUp: "missing start volts",
  delay: "wrong delay",
};

const figureNames: Readonly<Record<FigureKey, string>> = {
  dc: "DC",
  ripple: "Ripple p-p",
  rippleRms: "Ripple rms",
  trough: "Trough",
  harmonic: "Harmonic",
  diodePeak: "Rectifier peak current, each cycle",
  inrush: "Inrush peak, first cycle",
  capacitorRipple: "Capacitor current rms",
  hum: "Hum at the output",
  discharge: "Discharge time to",
  headroom: "Dropout margin",
  railImpedance: "Rail impedance at",
  railImpedancePeak: "Rail impedance, maximum",
  railNoise: "Rail noise",
  steady: "Steady volts",
  atSwitchOn: "Volts at switch-on",
  balanceAtMost: "Balancing resistor at most",
  balanceWatts: "Power in a balancing resistor",
  corner: "Corner",
  level: "Level at",
  phase: "Phase at",
  voltsAcross: "Across the capacitor at",
  dcShift: "DC after it",
  bandLevel: "Level in the band",
  loadAtLeast: "Load at least",
  peaking: "Peaking into",
  carrierLeft: "Residual carrier into",
  treble: "20 kHz into",
  resonance: "Resonance",
  q: "Q",
  carrierVolts: "Carrier on the output",
  gainMargin: "Gain margin",
  phaseCrossing: "Phase-crossover frequency",
  phaseMargin: "Phase margin",
  gainCrossing: "Unity-gain frequency",
  nearest: "Distance from instability",
  swing: "Oscillates at",
  growth: "Grows by",
  auxiliary: "Start supply would climb to",
  startTime: "Starts after",
  heldUp: "Hold-up minimum at",
  outputRipple: "Output ripple",
  delay: "Delay",
  delayShortest: "Shortest at tolerance limits",
  delayLongest: "Longest at tolerance limits",
  settlesAt: "Settles at",
};

const places: Readonly<Record<NodeKey, string>> = {
  rail: "rail",
  "rail-": "minus rail",
  raw: "before the regulator",
  node1: "node 1",
  node2: "node 2",
  node3: "node 3",
  noLoad: "no load",
  upper: "upper",
  lower: "lower",
  first: "first capacitor",
  second: "second capacitor",
  reservoir: "reservoir",
  reservoir2: "second reservoir",
  filter1: "filter 1",
  filter2: "filter 2",
  filter3: "filter 3",
};

function placeText(key: string, at: string): string {
  if (at in places) return places[at as NodeKey];
  switch (key) {
    case "harmonic":
      return `${at} × mains`;
    case "discharge":
      return `${at} V`;
    case "peaking":
    case "carrierLeft":
    case "treble":
      return `${at} Ω`;
    default:
      return /^\d/.test(at) ? `${at.replace("k", " k")}${at.endsWith("k") ? "" : " "}Hz` : at;
  }
}

export const figureName = ({ key, at }: Pick<Figure, "key" | "at">): string =>
  `${figureNames[key]}${at === undefined ? "" : `${/ (at|into|below)$/.test(figureNames[key]) ? " " : ", "}${placeText(key, at)}`}`;

export const slotName: Readonly<Record<SlotKey, string>> = {
  ...places,
  input: "input capacitor",
  output: "output capacitor",
  c: "capacitor",
  c1: "first capacitor",
  c2: "second capacitor",
  main: "main reservoir",
  decoupler1: "decoupler 1",
  decoupler2: "decoupler 2",
  servo: "servo capacitor",
  coupling: "coupling capacitor",
  filter: "filter capacitor",
  start: "start-up capacitor",
};

const fixed = (v: number, digits: number) =>
  v
    .toFixed(digits)
    .replace("-", "−")
    .replace(/^−(0(?:\.0*)?)$/, "$1");

/** A figure of a circuit as it stands in a table. */
export function figureText(value: number, unit: FigureUnit): string {
  if (value === Infinity) return unit === "s" ? "over a day" : "∞";
  if (!Number.isFinite(value)) return "–";
  switch (unit) {
    case "dB":
      return `${fixed(value, 1)} dB`;
    case "dBV":
      return `${fixed(value, 1)} dBV`;
    case "°":
      return `${fixed(value, 0)}°`;
    case "%":
      return `${fixed(value, 0)} %`;
    case "1/s":
      return `${fixed(value, 2)} /s`;
    case "":
      return String(Number(value.toPrecision(3)));
    default:
      return shown(value, unit).replace("-", "−");
  }
}

export const settingName: Readonly<Record<SettingKey, string>> = {
  arrangement: "Rectifier",
  rectifier: "Kind",
  fault: "Additional fault",
  mainsHertz: "Mains frequency",
  mainsShare: "Mains, of nominal",
  secondary: "Secondary voltage rms",
  source: "Winding resistance",
  loadIs: "Load type",
  load: "Load",
  bleeder: "Bleeder (0: none)",
  stages: "Stages",
  rejection: "Supply rejection of the stages",
  heardFrom: "Output taken from",
  dropOut: "Regulator dropout",
  regulated: "Regulated volts",
  regulatorOhms: "Regulator output resistance",
  regulatorHenries: "Regulator output inductance",
  supply: "Supply",
  balance: "Balancing resistors (0: none)",
  rated: "Rated volts of each",
  place: "Where",
  signal: "Signal volts rms",
  before: "DC before it",
  emitter: "Cathode or emitter resistor",
  siemens: "Transconductance (gm)",
  collector: "Plate or collector resistor",
  kind: "Section",
  alignment: "Alignment",
  crossing: "Crossover frequency",
  crossingTop: "Upper crossover frequency",
  driver: "Driver",
  voiceCoil: "Voice coil (0: none)",
  resonance: "Resonance (0: none)",
  resonancePeak: "Resonance peak",
  amplifierOhms: "Amplifier and lead",
  seriesOhms: "Resistor in series",
  henries: "Coil",
  coilOhms: "Coil resistance",
  bridgeOhms: "Output stage resistance",
  carrier: "Carrier",
  dropper: "Dropper",
  outputSiemens: "Transconductance of the output stage",
  coupling: "Coupling between stages",
  leak: "Grid or base leak",
  feedThrough: "Coupling into the supply",
  driverQ: "Driver Q",
  loopGain: "Loop gain",
  servoOhms: "Servo resistor",
  couplingOhms: "Coupling resistor",
  filterOhms: "Filter resistor",
  output: "Output volts",
  switching: "Switching frequency",
  rippleAmperes: "Choke ripple p-p",
  postCoil: "Post-filter inductor",
  bus: "Primary volts",
  startOhms: "Start resistor",
  startAt: "Starts at",
  stopAt: "Stops below",
  idleAmperes: "Current before starting",
  runAmperes: "Current when running",
  takeOver: "Auxiliary winding takes over after",
  ohms: "Resistor",
  threshold: "Threshold",
  shortest: "Shortest allowed",
  longest: "Longest allowed",
  tolerance: "Capacitor tolerance",
  dropper1: "Dropper 1",
  dropper2: "Dropper 2",
  dropper3: "Dropper 3",
  choke1: "Choke 1 (0: none)",
  choke2: "Choke 2 (0: none)",
  choke3: "Choke 3 (0: none)",
  load1: "Load at node 1",
  load2: "Load at node 2",
  load3: "Load at node 3",
};

export const optionName: Readonly<Record<OptionKey, string>> = {
  halfWave: "half wave",
  bridge: "bridge",
  centreTap: "centre tap",
  doubler: "doubler",
  dualRail: "dual rail",
  silicon: "silicon",
  valve: "valve",
  none: "none",
  diodeOpen: "one diode open",
  resistance: "resistive",
  current: "constant current",
  rails: "the rails",
  lastNode: "the last node",
  coupling: "between stages",
  bypass: "across a resistor",
  high1: "high pass, 1st order",
  high2: "high pass, 2nd order",
  high3: "high pass, 3rd order",
  low1: "low pass, 1st order",
  low2: "low pass, 2nd order",
  low3: "low pass, 3rd order",
  band1: "band pass, 1st order",
  butterworth: "Butterworth",
  linkwitzRiley: "Linkwitz–Riley",
};

export const warningText = (w: Warning): string => {
  switch (w.code) {
    case "aboveReservoirLimit":
      return `${shown(w.farads, "F")} is above the ${shown(w.limit, "F")} a rectifier valve usually tolerates as first reservoir.`;
    case "mainsFrequency":
      return `Hum at ${shown(w.hertz, "Hz")} as well as at twice that: the two halves of the rectifier conduct unequally.`;
    case "belowDropOut":
      return `The trough falls ${shown(w.volts, "V")} short of what the regulator needs: hum comes through.`;
    case "distortion":
      return `${shown(w.volts, "V")} across it at the lowest note: an electrolytic distorts above about 80 mV.`;
    case "overRated":
      return `The ${slotName[w.slot]} sees ${shown(w.volts, "V")}, rated ${shown(w.rated, "V")}.`;
    case "oscillates":
      return (
        `It oscillates by itself at ${shown(w.hertz, "Hz")}, growing ` +
        `${w.growth < 0.1 ? "slowly" : `${(Math.exp(w.growth / w.hertz) * 100 - 100).toFixed(0)} % a cycle`}.`
      );
    case "creeps":
      return "It drifts to one side without oscillating.";
    case "dampedPeak":
      return "The peak is gone, which looks like an improvement: the carrier left on the output shows the fault.";
    case "neverStarts":
      return `The start supply climbs to ${shown(w.volts, "V")} only; it needs ${shown(w.needed, "V")}: it never starts.`;
    case "startsThenFails":
      return (
        `It starts and falls to ${shown(w.volts, "V")} before its auxiliary winding takes over (needs ` +
        `${shown(w.needed, "V")}): it ticks and tries again.`
      );
    case "neverClears":
      return "The pin never reaches its threshold: the delay never ends.";
    case "muted":
      return `Level in the band is down by ${fixed(-w.decibels, 0)} dB: practically silent.`;
  }
};

export const mismatchText = (decibels: number): string => `Left and right differ by up to ${fixed(decibels, 1)} dB from 500 Hz to 10 kHz.`;
export const restoringText = (designator: string, ohms: number): string =>
  `The part chosen for ${designator} has less ESR than the original when new: ${shown(ohms, "Ω", 2)} in series restores the level.`;

const IN_PER_CENT: ReadonlySet<ScenarioId> = new Set<ScenarioId>(["seriesPair", "delay", "startUp"]);
/** The unit in which a circuit's symptom is said to be so much worse than healthy: a difference, never a level. */
export const symptomUnit = (id: ScenarioId): "%" | "dB" => (IN_PER_CENT.has(id) ? "%" : "dB");
export const amountText = (id: ScenarioId, value: number): string => figureText(value, symptomUnit(id));

/** The answer of an explanation as one sentence, plainly. */
export function answerSentence(id: ScenarioId, e: KeptAnswer | Explanation): string {
  const causes = e.contributions
    .filter((c) => c.verdict !== "notTheCause")
    .map((c) => c.designator)
    .sort((a, b) => a.localeCompare(b, "en", { numeric: true }));
  const what = symptomName[id];
  const excess = amountText(id, e.excess.p50);
  if (e.answer === "noBadPart") return `No part measured bad is in this circuit: nothing explains the ${what} yet.`;
  if (e.complaint === null) {
    if (e.answer === "inaudible") return `The bad parts found make only ${excess} of ${what}: they do not explain the complaint.`;
    return `${list(causes)} ${causes.length === 1 ? "makes" : "make"} ${excess} of ${what}.`;
  }
  const of = `the ${amountText(id, e.complaint)} of ${what}`;
  switch (e.answer) {
    case "explains":
      if (e.excess.p50 > 0.97 * e.complaint) return `${list(causes)} ${causes.length === 1 ? "explains" : "explain"} all of ${of}.`;
      return `${list(causes)} ${causes.length === 1 ? "explains" : "explain"} ${excess} of ${of}.`;
    case "mostly":
      return `${list(causes)} ${causes.length === 1 ? "explains" : "explain"} most of it: ${excess} of ${of}.`;
    case "partly":
      return `${list(causes)} ${causes.length === 1 ? "explains" : "explain"} only ${excess} of ${of}: keep looking.`;
    default:
      return `The bad parts found do not explain ${of}: keep looking.`;
  }
}

export const contributionText: Readonly<Record<Contribution["verdict"], string>> = {
  cause: "a cause",
  contributes: "adds to it",
  notTheCause: "bad, but not the cause",
};

/** The same of a circuit that does not make the complaint. */
export const wouldText: Readonly<Record<Contribution["verdict"], string>> = {
  cause: "would cause it",
  contributes: "would add to it",
  notTheCause: "adds nothing here",
};

const CANNOT: Readonly<Record<NonNullable<PartAnswer["why"]>, string>> = {
  otherChannel: "bad, but in another channel than the fault",
  shared: "bad, but shared: the fault would be in every channel",
  oneChannelOnly: "bad, but in one channel: the fault is in all of them",
  blowsFuse: "shorted: it blows the fuse, which is another complaint",
};

/** What a bad part has to do with the complaint, in a line behind its name. */
export function partAnswerText(p: PartAnswer): string {
  if (p.verdict === "cannot") return CANNOT[p.why!];
  if (p.verdict === "notExamined") return "bad, and not examined: in no simulated circuit";
  if (p.why === "blowsFuse") return "a cause: shorted, it blows the fuse";
  const share = p.in !== null && p.share !== null ? `: ${scenarioName[p.in]}, ${amountText(p.in, p.share.p50)}` : "";
  return `${contributionText[p.verdict]}${share}`;
}

/** The name of a slot of a saved answer, which an older release may have written. */
const storedSlotName = (slot: string): string => (slot in slotName ? slotName[slot as SlotKey] : slot);
export const candidateText = (c: Candidate): string =>
  c.what === "diodeOpen" ? "an open rectifier diode" : `${c.designator ?? `the ${storedSlotName(c.slot!)}`}, if dried out`;

export const curveTitle: Readonly<Record<CurveKey, string>> = {
  volts: "Volts over one cycle",
  impedance: "Impedance over frequency",
  response: "Level over frequency",
  loopGain: "Loop gain over frequency",
  afterKick: "Response to a small step",
  charging: "Charging",
};
/** A curve's name among others of its kind: only the place, where the kinds are all the same. */
export const curveLabel = (c: Pick<Curve, "key" | "at">, all: readonly Pick<Curve, "key" | "at">[]): string => {
  const place = c.at === undefined ? null : placeText("peaking", c.at);
  return place !== null && all.every((o) => o.key === c.key || o.at === undefined) ? place : curveName(c);
};
export const curveName = ({ key, at }: Pick<Curve, "key" | "at">): string =>
  `${curveTitle[key]}${at === undefined ? "" : `, ${placeText("peaking", at)}`}`;

/** Why a circuit could not be solved. */
export function circuitIssueText(issue: CircuitIssue): string {
  switch (issue.code) {
    case "no_ground":
      return "No part touches node 0: one node must be ground.";
    case "empty":
      return "There is no part in it.";
    case "too_large":
      return `${issue.count} ${issue.what}; at most ${issue.limit} are solved.`;
    case "duplicate_id":
      return `${issue.element} is there twice.`;
    case "bad_value":
      return `${issue.element}: ${issue.field} cannot be ${issue.value}.`;
    case "ends_joined":
      return `${issue.element} has both ends on node ${issue.node}.`;
    case "floating_node":
      return `Node ${issue.node} is floating: nothing connects it to ground.`;
    case "no_dc_path":
      return `Node ${issue.node} is reached only through capacitors: it has no DC level.`;
    case "source_loop":
      return `${issue.element} closes a loop of ideal sources or inductors.`;
    case "singular":
      return `The circuit around node ${issue.node} has no single solution.`;
    case "no_common_period":
      return `${list([...issue.elements])} run${issue.elements.length === 1 ? "s" : ""} at a frequency that does not fit the others.`;
    case "no_convergence":
      return (
        `No solution found at node ${issue.node}, ${shown(issue.time, "s")} into the ` +
        `run.${issue.slowest === undefined ? "" : ` Its slowest mode takes ${shown(issue.slowest, "s")} to decay to a third.`}`
      );
    case "unstable":
      return issue.hertz > 0
        ? `It never settles: it oscillates by itself at ${shown(issue.hertz, "Hz", 2)} and grows.`
        : "It never settles: it runs away.";
    case "bad_option":
      return `${issue.option} cannot be ${issue.value}.`;
    case "unknown_node":
      return `There is no node ${issue.node}.`;
    case "unknown_element":
      return `There is no ${issue.element}.`;
    case "wrong_kind":
      return `${issue.element} is not a ${issue.needed}.`;
    case "cancelled":
      return "Stopped.";
  }
}

/** What is wrong with the text of a netlist, with its line. */
export function netlistIssueText(issue: NetlistTextIssue): string {
  const at = "line" in issue && issue.line !== null ? `Line ${issue.line}: ` : "";
  switch (issue.code) {
    case "no_elements":
      return "No parts in it. The first line is the title, parts follow.";
    case "too_long":
      return `${issue.lines} lines; at most ${issue.limit} are read.`;
    case "unknown_part":
      return `${at}${issue.text} is not a part type that is understood (R, C, L, V, I, D, E, G).`;
    case "unsupported":
      return `${at}“${issue.text}” is not understood.`;
    case "fields_missing":
      return `${at}${issue.needed === "nodes" ? "nodes or value" : `a value in ${issue.needed}`} missing in “${issue.text}”.`;
    case "bad_number":
      return `${at}“${issue.text}” is not a number.`;
    case "wrong_unit":
      return `${at}“${issue.text}” has another unit than ${issue.needed}.`;
    case "femto_or_farad":
      return `${at}“${issue.text}” would be femtofarads here. Write 1 for a farad or 1f for a femtofarad.`;
    case "no_model":
      return `${at}there is no model “${issue.text}”.`;
    case "circuit":
      return `${at}${circuitIssueText(issue.issue)}`;
  }
}
