import type { SlotKey } from "./keys";
import { allMargin, count, num, number, type ScenarioFacts, type Slot } from "./scenario";

const MAX_GAIN_STAGES = 3;

interface Usual {
  source: number;
  dropper: number;
  siemens: number;
  collector: number;
  outputSiemens: number;
  coupling: number;
  leak: number;
  main: number;
  chain: number;
  rated: number;
}

const VALVES: Usual = {
  source: 300,
  dropper: 22e3,
  siemens: 1.2e-3,
  collector: 100e3,
  outputSiemens: 2e-3,
  coupling: 100e-9,
  leak: 470e3,
  main: 32e-6,
  chain: 16e-6,
  rated: 450,
};

const TRANSISTORS: Usual = {
  source: 0.5,
  dropper: 470,
  siemens: 0.02,
  collector: 4.7e3,
  outputSiemens: 0.12,
  coupling: 4.7e-6,
  leak: 22e3,
  main: 2200e-6,
  chain: 100e-6,
  rated: 50,
};

/**
 * Gain stages that share one decoupling chain: the output stage pulls on the main node, the pull comes back through the droppers
 * onto the early stages' supplies and is amplified again. Stage k is a transconductance into a load resistor from its own node;
 * the last one drives its load from the main node.
 */
export const decouplingChainFacts: ScenarioFacts = {
  id: "decouplingChain",
  belongsTo: (u) => u.roles.includes("decoupler"),
  makes: { pulsing: 1, lowSwing: 2, whistle: 3 },
  esrAt: 41,
  measuredAt: () => ({}),
  shortBlowsFuse: [],
  tells: ["gainMargin", "swing"],
  knowsStress: null,
  impliedLoss: allMargin,
  symptom: { key: "marginUsed", unit: "dB", noticeable: 3 },
  settings(unitKind) {
    const u = unitKind === "valveAmplifier" ? VALVES : TRANSISTORS;
    return [
      count("stages", 3, 2, MAX_GAIN_STAGES),
      number("source", "Ω", u.source, 0.01, 10e3, 0.3),
      number("dropper", "Ω", u.dropper, 1, 1e6, 0.1),
      number("siemens", "S", u.siemens, 1e-6, 10, 0.3),
      number("collector", "Ω", u.collector, 10, 1e6, 0.1),
      number("outputSiemens", "S", u.outputSiemens, 1e-6, 50, 0.3),
      number("coupling", "F", u.coupling, 1e-10, 1e-3, 0.2),
      number("leak", "Ω", u.leak, 100, 10e6, 0.1),
      number("feedThrough", "%", 100, 0, 100, 0.1),
    ];
  },
  slots(settings): Slot[] {
    const u = num(settings, "collector") > 20e3 ? VALVES : TRANSISTORS;
    const slot = (key: SlotKey, farads: number, roles: Slot["roles"]): Slot => ({
      key,
      roles,
      farads,
      rated: u.rated,
      technology: u === VALVES ? "can" : "aluminium",
    });
    const behind = (["decoupler1", "decoupler2"] as const).slice(0, num(settings, "stages") - 1);
    const chain = behind.map((key) => slot(key, u.chain, ["decoupler", "regulatorOut", "regulatorIn"]));
    return [slot("main", u.main, ["reservoir", "regulatorIn"]), ...chain];
  },
};
