import { supplyFacts, peakVolts } from "./supply.facts";
import { harmonics } from "../numeric";
import type { Result } from "../units";
import {
  checkNetlist,
  type CircuitIssue,
  highest,
  lowest,
  mean,
  peakToPeak,
  rippleRms,
  rms,
  type CircuitElement,
  type Netlist,
  steadyState,
  type SteadyState,
  transient,
} from "../circuit";
import {
  num,
  part,
  place,
  type Curve,
  type Figure,
  type Outcome,
  type Parts,
  solvedBy,
  type Scenario,
  type Settings,
  type SolveOptions,
  type Stress,
  type Warning,
  isCoarse,
} from "./scenario";
import { settle } from "./rectified";

/** Largest reservoir behind a rectifier valve where its maker's limit is not known, in farads (common practice). */
const VALVE_RESERVOIR_LIMIT = 50e-6;

const NODES = ["rail", "node1", "node2", "node3"] as const;

export const supply: Scenario = solvedBy(supplyFacts, {
  netlist: (settings, parts) => build(settings, parts),
  solve,
});

const railVolts = (settings: Settings): number => peakVolts(settings) * (settings["arrangement"] === "doubler" ? 2 : 1);

/** Supply as a netlist. Nodes: rail (and rail− of a dual supply), node1 … behind each stage; winding ends w1, w2. */
function build(settings: Settings, parts: Parts, phase = 0): Netlist {
  const hertz = num(settings, "mainsHertz");
  const valve = settings["rectifier"] === "valve";
  const elements: CircuitElement[] = [];
  const winding = (id: string, plus: string, minus: string) =>
    elements.push({
      kind: "voltageSource",
      id,
      plus,
      minus,
      wave: { kind: "sine", amplitude: peakVolts(settings), hertz, phase },
      ohms: num(settings, "source"),
    });
  const broken = settings["fault"] === "diodeOpen" ? "D1" : null;
  const diode = (id: string, anode: string, cathode: string) => {
    if (id === broken) return;
    // a valve's drop is nearly all resistance; a silicon diode's 1 V at an ampere (both from memory of typical parts)
    elements.push({ kind: "diode", id, anode, cathode, saturation: 1e-9, emission: 1.8, ohms: valve ? 120 : 0.03 });
  };
  switch (settings["arrangement"]) {
    case "halfWave":
      winding("T1", "w1", "0");
      diode("D1", "w1", "rail");
      break;
    case "centreTap":
      winding("T1", "w1", "0");
      winding("T2", "0", "w2");
      diode("D1", "w1", "rail");
      diode("D2", "w2", "rail");
      break;
    case "doubler":
      winding("T1", "w1", "mid");
      diode("D1", "w1", "rail");
      diode("D2", "0", "w1");
      break;
    case "dualRail":
      winding("T1", "w1", "0");
      winding("T2", "0", "w2");
      diode("D1", "w1", "rail");
      diode("D2", "w2", "rail");
      diode("D3", "rail-", "w1");
      diode("D4", "rail-", "w2");
      break;
    default:
      winding("T1", "w1", "w2");
      diode("D1", "w1", "rail");
      diode("D2", "w2", "rail");
      diode("D3", "0", "w1");
      diode("D4", "0", "w2");
  }
  const load = (id: string, from: string, to: string, amperes: number, volts: number) => {
    if (amperes <= 0) return;
    if (settings["loadIs"] === "current") elements.push({ kind: "currentSource", id, from, to, wave: { kind: "dc", value: amperes } });
    else elements.push({ kind: "resistor", id, a: from, b: to, ohms: volts / amperes });
  };
  const full = railVolts(settings);
  if (settings["arrangement"] === "doubler") {
    elements.push(
      ...place("reservoir", "rail", "mid", part(parts, "reservoir")),
      ...place("reservoir2", "mid", "0", part(parts, "reservoir2")),
    );
    // the charge each half keeps leaks a little: without it the middle would have no level of its own
    elements.push(
      { kind: "resistor", id: "Rmid1", a: "rail", b: "mid", ohms: MIDDLE_OHMS },
      { kind: "resistor", id: "Rmid2", a: "mid", b: "0", ohms: MIDDLE_OHMS },
    );
  } else {
    elements.push(...place("reservoir", "rail", "0", part(parts, "reservoir")));
  }
  if (settings["arrangement"] === "dualRail") {
    elements.push(...place("reservoir2", "0", "rail-", part(parts, "reservoir2")));
    load("RL-", "0", "rail-", num(settings, "load"), full);
  }
  load("RL", "rail", "0", num(settings, "load"), full);
  if (num(settings, "bleeder") > 0) elements.push({ kind: "resistor", id: "RB", a: "rail", b: "0", ohms: num(settings, "bleeder") });
  for (let k = 1; k <= num(settings, "stages"); k++) {
    const [from, to] = [NODES[k - 1]!, NODES[k]!];
    const [dcr, henries] = [num(settings, `dropper${k}`), num(settings, `choke${k}`)];
    if (henries > 0) elements.push({ kind: "inductor", id: `L${k}`, a: from, b: to, henries, dcr });
    else elements.push({ kind: "resistor", id: `R${k}`, a: from, b: to, ohms: dcr });
    elements.push(...place(`filter${k}`, to, "0", part(parts, `filter${k}`)));
    load(`RL${k}`, to, "0", num(settings, `load${k}`), full);
  }
  // an idle supply still sees a meter: keeps a rail with nothing on it from having no DC path
  elements.push({ kind: "resistor", id: "Rmeter", a: "rail", b: "0", ohms: METER_OHMS });
  if (settings["arrangement"] === "dualRail") elements.push({ kind: "resistor", id: "Rmeter-", a: "rail-", b: "0", ohms: METER_OHMS });
  return { title: `Supply, ${settings["arrangement"]}`, elements };
}

const METER_OHMS = 10e6;

const MIDDLE_OHMS = 10e6;

const STEPS_LIVE = 64;

function solve(settings: Settings, parts: Parts, options: SolveOptions): Result<Outcome, CircuitIssue> {
  const checked = checkNetlist(build(settings, parts));
  if (!checked.ok) return checked;
  const steady = settle(checked.value, options);
  if (!steady.ok) return steady;
  const outcome = describe(settings, parts, steady.value);
  if (isCoarse(options)) return { ok: true, value: outcome };
  const more = slowFigures(settings, parts, options);
  if (!more.ok) return more;
  const stress: Record<string, Stress> = {};
  for (const [slot, s] of Object.entries(outcome.stress)) stress[slot] = { ...s, volts: more.value.highVolts[slot] ?? s.volts };
  return { ok: true, value: { ...outcome, figures: [...outcome.figures, ...more.value.figures], stress } };
}

/** The nodes of a supply with its stages, first to last. */
const nodesIn = (settings: Settings): string[] => [
  "rail",
  ...(settings["arrangement"] === "dualRail" ? ["rail-"] : []),
  ...NODES.slice(1, num(settings, "stages") + 1),
];

/** Between which nodes the part of a slot sits. */
function acrossSlot(settings: Settings, slot: string): [string, string] {
  if (slot.startsWith("filter")) return [`node${slot.slice(6)}`, "0"];
  const doubler = settings["arrangement"] === "doubler";
  if (slot === "reservoir") return ["rail", doubler ? "mid" : "0"];
  return doubler ? ["mid", "0"] : ["0", "rail-"];
}

function describe(settings: Settings, parts: Parts, steady: SteadyState): Outcome {
  const w = steady.waveforms;
  const mains = num(settings, "mainsHertz");
  const figures: Figure[] = [];
  const curves: Curve[] = [];
  const last = settings["heardFrom"] === "rails" || num(settings, "stages") === 0 ? null : NODES[num(settings, "stages")]!;
  let heardSquared = 0; // of the volts rms that reach the audio stages
  for (const node of nodesIn(settings)) {
    const v = w.volts(node);
    const ripple = rippleRms(v);
    figures.push(
      { key: "dc", at: node, value: mean(v), unit: "V" },
      { key: "ripple", at: node, value: peakToPeak(v), unit: "V" },
      { key: "rippleRms", at: node, value: ripple, unit: "V" },
      { key: "trough", at: node, value: node === "rail-" ? highest(v) : lowest(v), unit: "V" },
    );
    curves.push({ key: "volts", at: node, axis: "time", unit: "V", x: w.times, y: v });
    if (last === null ? node.startsWith("rail") : node === last) heardSquared += ripple * ripple;
  }
  const loudest = w.volts(last ?? "rail");
  const lines = harmonics(loudest, HARMONICS);
  for (let k = 1; k <= 6; k++) figures.push({ key: "harmonic", at: String(k), value: lines[k]!, unit: "V" });
  const peak = Math.max(
    ...["D1", "D2"]
      .filter((d) => d !== "D1" || settings["fault"] !== "diodeOpen")
      .map((d) => (hasDiode(settings, d) ? highest(w.amperes(d)) : 0)),
  );
  figures.push({ key: "diodePeak", value: peak, unit: "A" });
  const stress: Record<string, Stress> = {};
  for (const { key } of supply.slots(settings)) {
    if (part(parts, key).kind !== "works") continue;
    const amperes = rms(w.amperes(key));
    const [plus, minus] = acrossSlot(settings, key);
    stress[key] = { volts: highest(w.between(plus, minus)), ripple: amperes, hertz: fullWave(settings) ? 2 * mains : mains };
    figures.push({ key: "capacitorRipple", at: key, value: amperes, unit: "A" });
  }
  const hum = 20 * Math.log10(Math.max(Math.sqrt(heardSquared), 1e-9)) - num(settings, "rejection");
  figures.push({ key: "hum", value: hum, unit: "dBV" });
  const warnings: Warning[] = [];
  if (fullWave(settings) && lines[1]! > lines[2]! * MIXED_SHARE && lines[1]! > 1e-4 * Math.abs(lines[0]!))
    warnings.push({ code: "mainsFrequency", hertz: mains });
  const first = part(parts, "reservoir");
  if (settings["rectifier"] === "valve" && first.kind === "works" && first.farads > VALVE_RESERVOIR_LIMIT)
    warnings.push({ code: "aboveReservoirLimit", slot: "reservoir", farads: first.farads, limit: VALVE_RESERVOIR_LIMIT });
  return { figures, curves, symptom: hum, warnings, stress, warm: steady.states };
}

const HARMONICS = 24;

/** A line at mains frequency this large against the one at twice mains says the rectifier is lopsided */
const MIXED_SHARE = 0.2;

const fullWave = (settings: Settings) => settings["arrangement"] !== "halfWave";

const hasDiode = (settings: Settings, id: string) => id === "D1" || settings["arrangement"] !== "halfWave";

/** What takes a run of its own: volts at mains + 10 %, current of the first cycle, time until every node is below 60 and 5 V. */
function slowFigures(
  settings: Settings,
  parts: Parts,
  options: SolveOptions,
): Result<{ figures: Figure[]; highVolts: Record<string, number> }, CircuitIssue> {
  const { stop } = options;
  const high = { ...settings, mainsShare: num(settings, "mainsShare") * 1.1 };
  const checked = checkNetlist(build(high, parts));
  if (!checked.ok) return checked;
  const steady = steadyState(checked.value, { steps: STEPS_LIVE, stop });
  if (!steady.ok) return steady;
  const highVolts: Record<string, number> = {};
  for (const { key } of supply.slots(settings)) {
    const [plus, minus] = acrossSlot(settings, key);
    highVolts[key] = highest(steady.value.waveforms.between(plus, minus));
  }
  if (options.detail === "stress") return { ok: true, value: { figures: [], highVolts } };
  // switched on at the crest of the mains, everything empty: the worst first cycle
  const cold = checkNetlist(build(settings, parts, 90));
  if (!cold.ok) return cold;
  const cycle = 1 / num(settings, "mainsHertz");
  const first = transient(cold.value, { duration: cycle, step: cycle / 512, stop });
  if (!first.ok) return first;
  const id = settings["fault"] === "diodeOpen" && hasDiode(settings, "D2") ? "D2" : "D1";
  const inrush = settings["fault"] === "diodeOpen" && !hasDiode(settings, "D2") ? 0 : highest(first.value.waveforms.amperes(id));
  const figures: Figure[] = [{ key: "inrush", value: inrush, unit: "A" }];
  for (const limit of [60, 5]) {
    const time = dischargeTime(settings, parts, limit, stop);
    if (!time.ok) return time;
    figures.push({ key: "discharge", at: String(limit), value: time.value, unit: "s" });
  }
  return { ok: true, value: { figures, highVolts } };
}

/**
 * Seconds from switching off until every node of the supply is below `limit` volts, the loads and bleeder doing it alone. A day
 * or more reads Infinity.
 */
export function dischargeTime(settings: Settings, parts: Parts, limit: number, stop?: () => boolean): Result<number, CircuitIssue> {
  const live = build(settings, parts);
  const volts = railVolts(settings);
  const off: Netlist = {
    title: live.title,
    elements: live.elements
      .filter((e) => e.kind !== "voltageSource" && e.kind !== "diode" && e.kind !== "currentSource")
      .map((e) =>
        e.kind === "capacitor"
          ? { ...e, volts: settings["arrangement"] === "doubler" && e.id.startsWith("reservoir") ? volts / 2 : volts }
          : e,
      ),
  };
  if (volts <= limit) return { ok: true, value: 0 };
  const checked = checkNetlist(off);
  if (!checked.ok) return checked;
  // steps grow as the circuit slows down: fast droppers first, a lone bleeder on a large can last
  let from: Float64Array | undefined;
  for (let step = FIRST_DISCHARGE_STEP, elapsed = 0; elapsed < 86_400; elapsed += step * DISCHARGE_BLOCK, step *= 2) {
    const run = transient(checked.value, { duration: step * DISCHARGE_BLOCK, step, from, stop });
    if (!run.ok) return run;
    from = run.value.end;
    const { waveforms } = run.value;
    let last = -1;
    for (const node of nodesIn(settings)) waveforms.volts(node).forEach((v, k) => (Math.abs(v) > limit ? (last = Math.max(last, k)) : 0));
    if (last < DISCHARGE_BLOCK - 1) return { ok: true, value: elapsed + (last < 0 ? 0 : waveforms.times[last]!) };
  }
  return { ok: true, value: Infinity };
}

const FIRST_DISCHARGE_STEP = 1e-4;

const DISCHARGE_BLOCK = 128;

/**
 * Volts to expect at each node for each share of the mains (0.1 is 10 %), by steady states: rows as `shares`, columns as the nodes
 * named. What a variable transformer should show step by step; a rectifier valve is taken as warm, so low steps read high.
 */
export function railsPerMainsStep(
  settings: Settings,
  parts: Parts,
  shares: readonly number[],
): Result<{ nodes: string[]; volts: number[][] }, CircuitIssue> {
  const nodes = nodesIn(settings);
  const volts: number[][] = [];
  for (const share of shares) {
    // the loads stay the resistances they are at full mains
    const scaled = checkNetlist(scaleSources(build(settings, parts), share));
    if (!scaled.ok) return scaled;
    const steady = steadyState(scaled.value, { steps: STEPS_LIVE });
    if (!steady.ok) return steady;
    volts.push(nodes.map((n) => mean(steady.value.waveforms.volts(n))));
  }
  return { ok: true, value: { nodes, volts } };
}

const scaleSources = (netlist: Netlist, share: number): Netlist => ({
  ...netlist,
  elements: netlist.elements.map((e) =>
    e.kind === "voltageSource" && e.wave.kind === "sine" ? { ...e, wave: { ...e.wave, amplitude: e.wave.amplitude * share } } : e,
  ),
});
