import type { Role } from "../capacitor";
import type { ScenarioId } from "../circuit";
import type { FindingToken, SupplyKind, UnitKind } from "../job";

/** What a model of the circuit can say of a job's complaint. */
export interface Unit {
  unitKind: UnitKind;
  supplyKind: SupplyKind;
  findings: readonly FindingToken[];
  roles: readonly Role[];
}

// Which circuit makes which complaint (common practice; the failure table of the trade read from right to left). A switch-mode unit
// hums through its output filters, a linear one through its ladder.
const MAKES: Readonly<Partial<Record<FindingToken, readonly ScenarioId[]>>> = {
  hum: ["supply", "switchMode", "regulatedRail"],
  buzz: ["supply", "switchMode"],
  pulsing: ["decouplingChain"],
  lowSwing: ["servoLoop", "decouplingChain"],
  whistle: ["classD", "switchMode", "decouplingChain"],
  hiss: ["regulatedRail"],
  dull: ["crossover"],
  weakBass: ["coupling"],
  noSound: ["coupling", "crossover"],
  comesAndGoes: ["coupling"],
  distorted: ["coupling", "supply"],
  relayClicking: ["delay", "switchMode"],
  lampsNoDisplay: ["switchMode", "regulatedRail"],
  noPower: ["switchMode"],
  shutsDown: ["delay", "switchMode"],
};

const NEEDS: Readonly<Record<ScenarioId, (unit: Unit) => boolean>> = {
  supply: (u) => u.supplyKind === "linear" || u.supplyKind === "valveRectifier",
  regulatedRail: (u) => u.roles.some((r) => r === "regulatorIn" || r === "regulatorOut" || r === "digitalRail"),
  seriesPair: (u) => u.roles.filter((r) => r === "reservoir" || r === "smpsPrimary").length >= 2,
  coupling: (u) => u.roles.some((r) => r === "coupling" || r === "bypass"),
  crossover: (u) => u.roles.includes("crossover"),
  classD: (u) => u.roles.includes("classDFilter"),
  decouplingChain: (u) => u.roles.includes("decoupler"),
  servoLoop: (u) => u.unitKind === "subwoofer" && u.roles.includes("feedback"),
  switchMode: (u) => u.roles.some((r) => r === "smpsOutput" || r === "smpsStart"),
  delay: (u) => u.roles.includes("timing"),
};

/** Scenarios the unit has at all, those that make its complaint first, in the order of the findings. */
export function scenariosFor(unit: Unit): { complaint: ScenarioId[]; other: ScenarioId[] } {
  const has = (id: ScenarioId) => NEEDS[id](unit);
  const complaint = [...new Set(unit.findings.flatMap((f) => MAKES[f] ?? []))].filter(has);
  const other = (Object.keys(NEEDS) as ScenarioId[]).filter((id) => has(id) && !complaint.includes(id));
  return { complaint, other };
}
