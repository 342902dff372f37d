import { classD } from "./classD";
import { coupling } from "./coupling";
import { crossover } from "./crossover";
import { decouplingChain } from "./decouplingChain";
import { delay } from "./delay";
import { regulatedRail } from "./regulatedRail";
import type { Scenario, ScenarioId } from "./scenario";
import { seriesPair } from "./seriesPair";
import { servoLoop } from "./servoLoop";
import { supply } from "./supply";
import { switchMode } from "./switchMode";

export const SCENARIOS: Readonly<Record<ScenarioId, Scenario>> = {
  supply,
  regulatedRail,
  seriesPair,
  coupling,
  crossover,
  classD,
  decouplingChain,
  servoLoop,
  switchMode,
  delay,
};
