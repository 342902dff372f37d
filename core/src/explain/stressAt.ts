import type { ShopConstants } from "../knowledge";
import { SCENARIOS, type ScenarioId, type Settings, type Stress, type Unit } from "../scenarios";
import type { MeasuredPart } from "../verdict";
import { partsOf, slotStates } from "./explain";
import { scenariosFor } from "./relevant";
import { standsAt, type Setups } from "./standsAt";

export interface ComputedStress extends Stress {
  scenario: ScenarioId;
}

/** Stress on each place of a circuit, under what it was solved with: any two circuits alike share it. */
interface SolvedCircuits {
  get(key: string): Readonly<Record<string, Stress>> | undefined;
  set(key: string, stress: Readonly<Record<string, Stress>>): unknown;
}

/**
 * Volts at mains + 10 % and ripple current that a sound part at this position has to bear, by the first circuit of the unit it stands in;
 * null where no model knows. Settings not set by hand are usual ones for such a unit: an estimate, never a measurement. Amperes rms.
 * @param solved circuits solved before; what is solved here is added to it
 */
export function stressAt(
  constants: ShopConstants,
  designator: string,
  unit: Unit,
  positions: readonly MeasuredPart[],
  setups: Setups,
  common: Settings,
  solved: SolvedCircuits = new Map(),
): ComputedStress | null {
  const offered = scenariosFor(unit);
  const inputs = [...offered.complaint, ...offered.other].map((id) => SCENARIOS[id]).filter((s) => s.knowsStress !== null);
  for (const scenario of inputs.sort((a, b) => a.knowsStress! - b.knowsStress!)) {
    const id = scenario.id;
    const stand = standsAt(designator, id, unit, positions, setups, common);
    if (stand === null) continue;
    const { settings, binding, slot } = stand;
    const states = partsOf(slotStates(constants, scenario, settings, binding, positions), (s) => s.sound.state);
    const key = JSON.stringify([id, settings, states]);
    let all = solved.get(key);
    if (!all) {
      const outcome = scenario.solve(settings, states, { detail: "stress" });
      all = outcome.ok ? outcome.value.stress : {};
      solved.set(key, all);
    }
    const stress = all[slot];
    if (stress) return { ...stress, scenario: id };
  }
  return null;
}
