import { classDFacts } from "./classD.facts";
import { couplingFacts } from "./coupling.facts";
import { crossoverFacts } from "./crossover.facts";
import { decouplingChainFacts } from "./decouplingChain.facts";
import { delayFacts } from "./delay.facts";
import { regulatedRailFacts } from "./regulatedRail.facts";
import { seriesPairFacts } from "./seriesPair.facts";
import { servoLoopFacts } from "./servoLoop.facts";
import { startUpSupplyFacts } from "./startUp.facts";
import { supplyFacts } from "./supply.facts";
import { switchModeFacts } from "./switchMode.facts";
import { scenarioRegistry } from "./registry";
import type { ScenarioFacts, ScenarioId } from "./scenario";

/** What is to be known of every circuit without solving one: all that a job's screens ask, at a third of the weight. */
export const SCENARIO_FACTS: Readonly<Record<ScenarioId, ScenarioFacts>> = scenarioRegistry([
  supplyFacts,
  regulatedRailFacts,
  seriesPairFacts,
  couplingFacts,
  crossoverFacts,
  classDFacts,
  decouplingChainFacts,
  servoLoopFacts,
  switchModeFacts,
  startUpSupplyFacts,
  delayFacts,
]);
