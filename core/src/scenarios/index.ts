export { SCENARIOS } from "./all";
export { type CurveKey, type FigureKey, type NodeKey, type OptionKey, type SettingKey, type SlotKey } from "./keys";
export { SCENARIO_FACTS } from "./facts";
export { scenarioRegistry } from "./registry";
export {
  SCENARIO_IDS,
  fillSettings,
  misfits,
  type Curve,
  type Figure,
  type FigureUnit,
  type Outcome,
  type Parts,
  type Scenario,
  type ScenarioFacts,
  type ScenarioId,
  type Setting,
  type SettingUnit,
  type Settings,
  type Slot,
  type Stress,
  type Unit,
  type Warning,
} from "./scenario";
export { railsPerMainsStep } from "./supply";
export { restoringOhms, sideMismatch } from "./crossover";
export { startUp } from "./startUp";
