import type { FindingToken } from "../device";
import { SCENARIOS, type Scenario, type ScenarioId, type Unit } from "../scenarios";

/** Scenarios the unit has at all, those that make its complaint first, in the order of the findings and best first within each. */
export function scenariosFor(unit: Unit): { complaint: ScenarioId[]; other: ScenarioId[] } {
  const has = Object.values(SCENARIOS).filter((s) => s.belongsTo(unit));
  const complaint = [...new Set(unit.findings.flatMap((f) => makersOf(f, has)))];
  return { complaint, other: has.map((s) => s.id).filter((id) => !complaint.includes(id)) };
}

const makersOf = (finding: FindingToken, scenarios: readonly Scenario[]): ScenarioId[] =>
  scenarios
    .filter((s) => s.makes[finding] !== undefined)
    .sort((a, b) => a.makes[finding]! - b.makes[finding]!)
    .map((s) => s.id);
