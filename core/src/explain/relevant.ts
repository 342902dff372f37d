import { FINDINGS, type FindingToken } from "../device";
import { SCENARIO_FACTS, type ScenarioFacts, type ScenarioId, type Unit } from "../scenarios";

const HEARD: ReadonlySet<FindingToken> = new Set<FindingToken>(FINDINGS.sound.filter((f) => f !== "noSound"));

/** Findings that can be asked of a circuit: a unit without power, or with its fuse gone, hums no more. */
const findingsThatSpeak = (findings: readonly FindingToken[]): FindingToken[] =>
  findings.includes("noPower") || findings.includes("fuseBlown") ? findings.filter((f) => !HEARD.has(f)) : [...findings];

/** Scenarios the unit has at all, those that make its complaint first, in the order of the findings and best first within each. */
export function scenariosFor(unit: Unit): { complaint: ScenarioId[]; other: ScenarioId[] } {
  const has = Object.values(SCENARIO_FACTS).filter((s) => s.belongsTo(unit));
  const complaint = [...new Set(findingsThatSpeak(unit.findings).flatMap((f) => makersOf(f, has)))];
  return { complaint, other: has.map((s) => s.id).filter((id) => !complaint.includes(id)) };
}

const makersOf = (finding: FindingToken, scenarios: readonly ScenarioFacts[]): ScenarioId[] =>
  scenarios
    .filter((s) => s.makes[finding] !== undefined)
    .sort((a, b) => a.makes[finding]! - b.makes[finding]!)
    .map((s) => s.id);
