import { classD } from "./classD";
import { coupling } from "./coupling";
import { crossover } from "./crossover";
import { decouplingChain } from "./decouplingChain";
import { delay } from "./delay";
import { regulatedRail } from "./regulatedRail";
import { scenarioRegistry } from "./registry";
import type { Scenario, ScenarioId } from "./scenario";
import { seriesPair } from "./seriesPair";
import { servoLoop } from "./servoLoop";
import { startUpSupply } from "./startUp";
import { supply } from "./supply";
import { switchMode } from "./switchMode";

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
