import { classD } from "./classD";
import { coupling } from "./coupling";
import { crossover } from "./crossover";
import { decouplingChain } from "./decouplingChain";
import { delay } from "./delay";
import { regulatedRail } from "./regulatedRail";
import type { Scenario, ScenarioId } from "./scenario";
import { seriesPair } from "./seriesPair";
import { servoLoop } from "./servoLoop";
import { startUpSupply } from "./startUp";
import { supply } from "./supply";
import { switchMode } from "./switchMode";

/** Scenarios by id. @throws RangeError when two share one */
export function scenarioRegistry<S extends { id: string }>(list: readonly S[]): Readonly<Record<S["id"], S>> {
  const byId = Object.fromEntries(list.map((s) => [s.id, s])) as Record<S["id"], S>;
  if (Object.keys(byId).length !== list.length) throw new RangeError(`${list.length} scenarios, ${Object.keys(byId).length} different ids`);
  return byId;
}

export const SCENARIOS: Readonly<Record<ScenarioId, Scenario>> = scenarioRegistry([
  supply,
  regulatedRail,
  seriesPair,
  coupling,
  crossover,
  classD,
  decouplingChain,
  servoLoop,
  switchMode,
  startUpSupply,
  delay,
]);
