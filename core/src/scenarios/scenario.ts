import type { FindingToken, SupplyKind, UnitKind } from "../device";
import type { PartState, Role, Technology } from "../part";
import type { Result } from "../units";
import type { CurveKey, FigureKey, OptionKey, SettingKey, SlotKey } from "./keys";
import type { CircuitIssue, CircuitElement, Netlist, NodeName } from "../circuit";

export const SCENARIO_IDS = [
  "supply",
  "regulatedRail",
  "seriesPair",
  "coupling",
  "crossover",
  "classD",
  "decouplingChain",
  "servoLoop",
  "switchMode",
  "startUp",
  "delay",
] as const;
export type ScenarioId = (typeof SCENARIO_IDS)[number];

/** A place in a scenario that a capacitor of the job can take. Earlier roles fit better. */
export interface Slot {
  key: SlotKey;
  roles: readonly Role[];
  /** of several slots of one role each takes the part nearest to its own value; else they are taken in the order of the job */
  byValue?: true;
  /** what stands there when the job has no such part */
  farads: number;
  rated: number;
  technology: Technology;
  /** volts that stand here in use: a part rated for less is surely another one's */
  sees?: number;
}

export type SettingUnit = "V" | "A" | "Ω" | "H" | "F" | "Hz" | "s" | "dB" | "S" | "" | "%";
export type Setting =
  | {
      kind: "number";
      key: SettingKey;
      unit: SettingUnit;
      usual: number;
      min: number;
      max: number;
      /** how far the usual value may be off where nobody has measured it, as a share (0.3: about ± 30 %) */
      unsure: number;
      /** a count: whole numbers only */
      whole?: true;
    }
  | { kind: "choice"; key: SettingKey; usual: OptionKey; options: readonly OptionKey[] };
export type Settings = Readonly<Record<string, number | string>>;
export type Parts = Readonly<Record<string, PartState>>;

export type FigureUnit = "V" | "A" | "Ω" | "Hz" | "s" | "dB" | "dBV" | "°" | "%" | "1/s" | "W" | "";
/** One number of a scenario's answer. `at` names the slot, node or frequency it belongs to. */
export interface Figure {
  key: FigureKey;
  at?: string;
  value: number;
  unit: FigureUnit;
}
export interface Curve {
  key: CurveKey;
  at?: string;
  axis: "time" | "frequency";
  unit: FigureUnit;
  x: Float64Array;
  y: Float64Array;
}

/** One state of a circuit, solved. */
export interface Outcome {
  figures: readonly Figure[];
  curves: readonly Curve[];
  /** how bad what the owner hears or sees is, in the unit of the scenario's symptom: more is worse */
  symptom: number;
  /** what to tell in words beside the figures */
  warnings: readonly Warning[];
  /** what the capacitor in a slot has to bear: for choosing its replacement */
  stress: Readonly<Record<string, Stress>>;
  /** for a quick next solution of a like circuit */
  warm?: Float64Array;
}
export interface Stress {
  /** highest volts across it at mains + 10 % */
  volts: number;
  /** amperes rms through it */
  ripple: number;
  /** hertz the ripple runs at */
  hertz: number;
}
export type Warning =
  | { code: "aboveReservoirLimit"; slot: SlotKey; farads: number; limit: number }
  | { code: "mainsFrequency"; hertz: number }
  | { code: "belowDropOut"; volts: number }
  | { code: "distortion"; slot: SlotKey; volts: number }
  | { code: "overRated"; slot: SlotKey; volts: number; rated: number }
  | { code: "oscillates"; hertz: number; growth: number }
  | { code: "creeps"; growth: number }
  | { code: "dampedPeak" }
  | { code: "neverStarts"; volts: number; needed: number }
  | { code: "startsThenFails"; volts: number; needed: number }
  | { code: "neverClears" }
  | { code: "muted"; decibels: number };

export interface SolveOptions {
  /**
   * "live" leaves out what a moving slider cannot wait for (inrush, discharge, highest mains); "draw" is one of hundreds, of which
   * only the differences count; "stress" works out what parts bear, high mains with it, and leaves out the rest
   */
  detail: "full" | "stress" | "live" | "draw";
  warm?: Float64Array;
  stop?: () => boolean;
}

/** Whether fewer points do: it must be quick, or is one of many. */
export const isCoarse = ({ detail }: SolveOptions): boolean => detail === "live" || detail === "draw";

/** What is known of a unit before anything is measured: which circuits it has, and what it complains of. */
export interface Unit {
  unitKind: UnitKind;
  supplyKind: SupplyKind;
  findings: readonly FindingToken[];
  roles: readonly Role[];
}

/** What is to be known of a circuit of a unit without solving it. */
export interface ScenarioFacts {
  id: ScenarioId;
  /** whether a unit has such a circuit */
  belongsTo(unit: Unit): boolean;
  /** findings it can make, best first: 1 before 2 (common practice; the failure table of the trade read from right to left) */
  makes: Readonly<Partial<Record<FindingToken, number>>>;
  /** frequency at which the ESR of its parts counts, in hertz */
  esrAt: number;
  /** node whose ripple figure is what a meter across a slot's part shows; a slot not named is measured nowhere */
  measuredAt(settings: Settings): Readonly<Record<string, string>>;
  /** slots whose part, shorted, takes the fuse along: such a unit is dead, whatever it did before */
  shortBlowsFuse: readonly string[];
  /** figures that tell what a replacement changes, best first: `corner`, `level@41`; `ripple@slot` is read at the part itself */
  tells: readonly string[];
  /** how well its model knows what its parts have to bear, 1 best; null where it does not */
  knowsStress: number | null;
  /** how much a unit that does this by itself must have lost, in the symptom's unit; null where that must be measured */
  impliedLoss(healthy: number): number | null;
  /** what the symptom number is: an excess in dB (differences count), or a shortfall */
  symptom: { key: string; unit: FigureUnit; noticeable: number };
  /** the settings there are, given those chosen so far; usual values for a kind of unit as the job has it */
  settings(unitKind: string, chosen: Settings): readonly Setting[];
  slots(settings: Settings): readonly Slot[];
}

/** How it is solved: what a screen that only asks for the facts need not load. */
interface ScenarioSolver {
  netlist(settings: Settings, parts: Parts): Netlist;
  solve(settings: Settings, parts: Parts, options: SolveOptions): Result<Outcome, CircuitIssue>;
}

/** A circuit of a unit and all that is to be known of it: adding one means a file of its own, its id and its words. */
export interface Scenario extends ScenarioFacts, ScenarioSolver {}

export const solvedBy = (facts: ScenarioFacts, solver: ScenarioSolver): Scenario => ({ ...facts, ...solver });

/** A capacitor in the state given; an open one is left out, a shorted one is 50 mΩ. */
export function place(id: string, a: NodeName, b: NodeName, state: PartState): CircuitElement[] {
  switch (state.kind) {
    case "works":
      return [{ kind: "capacitor", id, a, b, farads: state.farads, esr: state.esr, leak: state.leak }];
    case "open":
      return [];
    case "shorted":
      return [{ kind: "resistor", id, a, b, ohms: SHORTED_OHMS }];
  }
}
const SHORTED_OHMS = 0.05;

/** A slot's own part as good as new, from its marked values alone. */
export const faultless = (farads: number, esr = 0): PartState => ({ kind: "works", farads, esr, leak: Infinity });

export const number = (
  key: SettingKey,
  unit: SettingUnit,
  usual: number,
  min: number,
  max: number,
  unsure = 0,
): Extract<Setting, { kind: "number" }> => ({ kind: "number", key, unit, usual, min, max, unsure });
export const count = (key: SettingKey, usual: number, min: number, max: number): Extract<Setting, { kind: "number" }> => ({
  ...number(key, "", usual, min, max),
  whole: true,
});
export const choice = (key: SettingKey, usual: OptionKey, options: readonly OptionKey[]): Extract<Setting, { kind: "choice" }> => ({
  kind: "choice",
  key,
  usual,
  options,
});

function fits(s: Setting, given: number | string | undefined): boolean {
  if (s.kind === "choice") return typeof given === "string" && s.options.some((o) => o === given);
  return typeof given === "number" && given >= s.min && given <= s.max && (!s.whole || Number.isInteger(given));
}

/** Keys of those values that do not fit their setting; keys the scenario does not have now are no matter. */
export function misfits(scenario: ScenarioFacts, unitKind: string, chosen: Settings): string[] {
  // a value that does not fit must not decide which other settings there are
  const first = scenario.settings(unitKind, {}).filter((s) => s.key in chosen && !fits(s, chosen[s.key]));
  const rest = without(
    chosen,
    first.map((s) => s.key),
  );
  const second = scenario.settings(unitKind, rest).filter((s) => s.key in rest && !fits(s, rest[s.key]));
  return [...first, ...second].map((s) => s.key);
}

const without = (settings: Settings, keys: readonly string[]): Settings =>
  Object.fromEntries(Object.entries(settings).filter(([key]) => !keys.includes(key)));

/** Every setting of a scenario at its usual value, where nothing that fits has been chosen. */
export function fillSettings(scenario: ScenarioFacts, unitKind: string, chosen: Settings): Settings {
  const fitting = without(chosen, misfits(scenario, unitKind, chosen));
  return Object.fromEntries(scenario.settings(unitKind, fitting).map((s) => [s.key, fitting[s.key] ?? s.usual]));
}

/** A setting that is a number. @throws RangeError when it is not there: settings must come from `fillSettings` */
export function num(settings: Settings, key: string): number {
  const value = settings[key];
  if (typeof value !== "number") throw new RangeError(`setting "${key}" is ${value}, not a number`);
  return value;
}
/** The state of a slot. @throws RangeError when it is not there */
export function part(parts: Parts, key: string): PartState {
  const state = parts[key];
  if (state === undefined) throw new RangeError(`no part in slot "${key}"`);
  return state;
}

/** The complaint's size must be measured. */
export const nothingImplied = (): null => null;
/** A loop that swings by itself has used up all the margin it had when healthy; `healthy` is the healthy circuit's symptom. */
export const allMargin = (healthy: number): number | null => (healthy < 0 ? -healthy : null);
