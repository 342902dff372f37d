import { figure, type ShopConstants } from "../knowledge";
import { esrShares, isWetAluminium, soundEsr, type CapacitorPart, type PartState } from "../part";
import { restoringOhms, type Figure, type Outcome, type Parts } from "../scenarios";
import { partsOf, slotStates, type Stand } from "../explain";
import type { MeasuredPart } from "../verdict";
import { hertz, type Farads } from "../units";
import type { CataloguePart } from "./catalogue";

/** One figure of the circuit with the original as good as new, and with the replacement. */
export interface Change extends Omit<Figure, "value"> {
  was: number;
  becomes: number;
}

/** What a replacement changes in the circuit it stands in. */
export interface PlaceChanges {
  scenario: Stand["scenario"]["id"];
  slot: string;
  figures: readonly Change[];
  /** ohms in series that bring back what a part of less ESR lifts; null where nothing is lifted */
  restoring: number | null;
}

/** Values of one or of several parts as one, as they stand in a circuit. */
export interface StandIn extends Pick<CapacitorPart, "technology" | "rated"> {
  nominal: Farads;
  /** stated, at its frequency */
  esr: CataloguePart["esr"];
}

/** What is known of the part that stood there. */
export interface Original extends Pick<CapacitorPart, "technology" | "role"> {
  /** ESR it had when new, where somebody knows it */
  originalEsr: number | null;
}

/**
 * A part as good as new at `at` hertz. Its ESR is its own where the series states one and the original's is known too: what is stated held
 * against what is usual would show a difference that nobody has measured. In a crossover a wet part loses what bipolar parts made for it
 * lose.
 */
export function newPartState(constants: ShopConstants, part: StandIn, at: number, original: Original): PartState {
  const wet = isWetAluminium(part.technology);
  const usual =
    wet && original.role === "crossover"
      ? figure(constants, "crossover.tanD") / (2 * Math.PI * 1000 * part.nominal)
      : soundEsr(part, hertz(at));
  let esr: number = usual;
  if (part.esr !== null && (original.originalEsr !== null || !isWetAluminium(original.technology))) {
    const { oxideAt120 } = esrShares(part);
    esr = Math.max(part.esr.ohms * 0.2, part.esr.ohms + oxideAt120 * 120 * (1 / at - 1 / part.esr.at));
  }
  return { kind: "works", farads: part.nominal, esr, leak: Infinity };
}

/** The circuit with every part as good as new, the original among them. */
export function asMade(
  constants: ShopConstants,
  { scenario, settings, binding, slot }: Stand,
  positions: readonly MeasuredPart[],
  original: Original,
): Parts {
  const states = slotStates(constants, scenario, settings, binding, positions);
  const parts = partsOf(states, (s) => s.sound.state);
  const own = parts[slot]!;
  if (own.kind !== "works") return parts;
  const there = states.find((s) => s.slot.key === slot)!.position?.part;
  const usual = there ? newPartState(constants, { ...there, esr: null }, scenario.esrAt, original) : own;
  return { ...parts, [slot]: { ...own, esr: original.originalEsr ?? (usual.kind === "works" ? usual.esr : own.esr) } };
}

/**
 * What each of several parts changes where it is put: the figures its circuit is told by, solved with the original as good as new and with
 * each part in its place, all other parts as good as new. Null for one whose circuit cannot be solved. Figures in V, A, Hz or dB, as each
 * says.
 */
export function changesAt(
  constants: ShopConstants,
  stand: Stand,
  positions: readonly MeasuredPart[],
  parts: readonly StandIn[],
  original: Original,
): (PlaceChanges | null)[] {
  const { scenario, settings, slot } = stand;
  const sound = asMade(constants, stand, positions, original);
  const before = scenario.solve(settings, sound, { detail: "live" });
  if (!before.ok) return parts.map(() => null);
  const node = scenario.measuredAt(settings)[slot];
  const told = scenario.tells.map((t) => t.replace("@slot", `@${node ?? ""}`).replace("@part", `@${slot}`));
  const was = sound[slot]!;
  return parts.map((part) => {
    const state = newPartState(constants, part, scenario.esrAt, original);
    const after = scenario.solve(settings, { ...sound, [slot]: state }, { detail: "live", warm: before.value.warm });
    if (!after.ok) return null;
    const lifts = scenario.id === "crossover" && was.kind === "works" && state.kind === "works" && isWetAluminium(original.technology);
    const ohms = lifts ? restoringOhms(was.esr, state.esr) : 0;
    return { scenario: scenario.id, slot, figures: changed(before.value, after.value, told), restoring: ohms > MIN_OHMS ? ohms : null };
  });
}
/** Less is lost in the leads. */
const MIN_OHMS = 0.05;

function changed(before: Outcome, after: Outcome, told: readonly string[]): Change[] {
  const nameOf = (f: Figure) => (f.at === undefined ? f.key : `${f.key}@${f.at}`);
  const was = new Map(before.figures.map((f) => [nameOf(f), f.value]));
  const becomes = new Map(after.figures.map((f) => [nameOf(f), f]));
  return told.flatMap((name): Change[] => {
    const [old, now] = [was.get(name), becomes.get(name)];
    if (old === undefined || now === undefined || !Number.isFinite(old) || !Number.isFinite(now.value)) return [];
    const { value, ...rest } = now;
    return [{ ...rest, was: old, becomes: value }];
  });
}
