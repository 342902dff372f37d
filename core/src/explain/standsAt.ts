import { SCENARIOS, fillSettings, type Scenario, type ScenarioId, type Settings, type Unit } from "../scenarios";
import type { MeasuredPart } from "../verdict";
import { bindSlots, type Binding } from "./bindSlots";

/** Circuits of a job as they were set up by hand. */
export type Setups = readonly { scenario: ScenarioId; settings: Settings; binding: Binding }[];

/** Where a position stands in a circuit of its unit. */
export interface Stand {
  scenario: Scenario;
  settings: Settings;
  binding: Binding;
  slot: string;
}

/**
 * Where a position stands in a circuit; null where it stands in none of its slots.
 * @param alone put it into the first slot of its role where another part has taken that: of many like places the circuit shows one
 */
export function standsAt(
  designator: string,
  id: ScenarioId,
  unit: Unit,
  positions: readonly MeasuredPart[],
  setups: Setups,
  common: Settings,
  alone = false,
): Stand | null {
  const scenario = SCENARIOS[id];
  const setup = setups.find((s) => s.scenario === id);
  const settings = fillSettings(scenario, unit.unitKind, { ...common, ...setup?.settings });
  const slots = scenario.slots(settings);
  const parts = positions.map((p) => p.part);
  const bound = bindSlots(slots, parts, setup?.binding);
  const here = Object.keys(bound).find((key) => bound[key] === designator);
  if (here !== undefined) return { scenario, settings, binding: bound, slot: here };
  const role = parts.find((p) => p.designator === designator)?.role;
  const free = alone && role !== undefined ? slots.find((s) => s.roles.includes(role)) : undefined;
  return free ? { scenario, settings, binding: bindSlots(slots, parts, { ...bound, [free.key]: designator }), slot: free.key } : null;
}
