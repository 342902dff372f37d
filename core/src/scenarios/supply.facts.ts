import type { SlotKey } from "./keys";
import { nothingImplied, choice, count, num, number, type ScenarioFacts, type Setting, type Settings, type Slot } from "./scenario";

export const ARRANGEMENTS = ["halfWave", "bridge", "centreTap", "doubler", "dualRail"] as const;

interface Usual {
  arrangement: (typeof ARRANGEMENTS)[number];
  secondary: number;
  source: number;
  load: number;
  stages: number;
  dropper: number;
  stageLoad: number;
  rejection: number;
  rectifier: "silicon" | "valve";
  reservoir: number;
  filter: number;
}

const GENERAL: Usual = {
  arrangement: "bridge",
  secondary: 24,
  source: 0.5,
  load: 0.5,
  stages: 1,
  dropper: 100,
  stageLoad: 0.01,
  rejection: 40,
  rectifier: "silicon",
  reservoir: 4700e-6,
  filter: 100e-6,
};

// Common practice for units of their kind; every value can be set to what is on the bench.
const USUAL: Readonly<Record<string, Partial<Usual>>> = {
  receiver: { arrangement: "dualRail", secondary: 26, source: 0.4, load: 0.35 },
  stereoAmplifier: { arrangement: "dualRail", secondary: 30, source: 0.35, load: 0.25, reservoir: 6800e-6 },
  subwoofer: { arrangement: "dualRail", secondary: 40, source: 0.4, load: 0.15, reservoir: 6800e-6 },
  mixer: { arrangement: "dualRail", secondary: 16, source: 1, load: 0.3, stages: 0, reservoir: 2200e-6, rejection: 60 },
  synthesizer: { arrangement: "dualRail", secondary: 17, source: 0.8, load: 0.4, stages: 0, reservoir: 4700e-6, rejection: 60 },
  valveAmplifier: {
    arrangement: "centreTap",
    secondary: 300,
    source: 150,
    load: 0.06,
    stages: 2,
    dropper: 4700,
    stageLoad: 0.004,
    rejection: 20,
    rectifier: "valve",
    reservoir: 32e-6,
    filter: 16e-6,
  },
  recordPlayer: { arrangement: "halfWave", secondary: 14, source: 2, load: 0.1, reservoir: 1000e-6 },
  intercom: { arrangement: "halfWave", secondary: 12, source: 3, load: 0.1, reservoir: 1000e-6 },
  poweredSpeaker: { secondary: 20, source: 0.5, load: 0.3, reservoir: 3300e-6 },
};

const STAGES = [1, 2, 3] as const;
const MAX_STAGES = STAGES.length;

/**
 * Mains supply ladder: transformer as source plus resistance, rectifier, reservoir, then R–C or L–C stages, each node with a load.
 * Loads are resistances that draw the stated current at the unloaded peak volts, or steady currents; so a sagging rail is eased a
 * little by its own load in the first case and not in the second.
 */
export const supplyFacts: ScenarioFacts = {
  id: "supply",
  belongsTo: (u) => u.supplyKind === "linear" || u.supplyKind === "valveRectifier",
  makes: { hum: 1, buzz: 1, distorted: 2 },
  esrAt: 100,
  measuredAt: ({ arrangement }) => ({
    // a meter across one half of a doubler sees that half, which is no node's ripple
    ...(arrangement === "doubler" ? {} : { reservoir: "rail", reservoir2: "rail-" }),
    filter1: "node1",
    filter2: "node2",
    filter3: "node3",
  }),
  shortBlowsFuse: ["reservoir", "reservoir2"],
  tells: ["hum", "ripple@slot", "diodePeak", "capacitorRipple@part"],
  knowsStress: 1,
  impliedLoss: nothingImplied,
  symptom: { key: "hum", unit: "dB", noticeable: 3 },
  settings(unitKind, chosen) {
    const u = { ...GENERAL, ...USUAL[unitKind] };
    const stages = typeof chosen["stages"] === "number" ? chosen["stages"] : u.stages;
    const list: Setting[] = [
      choice("arrangement", u.arrangement, ARRANGEMENTS),
      choice("rectifier", u.rectifier, ["silicon", "valve"]),
      choice("fault", "none", ["none", "diodeOpen"]),
      number("mainsHertz", "Hz", 50, 16, 440),
      number("mainsShare", "%", 100, 5, 120, 0.03),
      number("secondary", "V", u.secondary, 1, 1000, 0.03),
      number("source", "Ω", u.source, 0.005, 5000, 0.3),
      choice("loadIs", "resistance", ["resistance", "current"]),
      number("load", "A", u.load, 0, 50, 0.3),
      number("bleeder", "Ω", 0, 0, 10e6),
      count("stages", u.stages, 0, MAX_STAGES),
    ];
    for (const k of STAGES.filter((n) => n <= stages)) {
      list.push(number(`dropper${k}`, "Ω", u.dropper, 0.01, 1e6, 0.1), number(`choke${k}`, "H", 0, 0, 100));
      list.push(number(`load${k}`, "A", u.stageLoad, 0, 10, 0.3));
    }
    list.push(choice("heardFrom", u.arrangement === "dualRail" ? "rails" : "lastNode", ["rails", "lastNode"]));
    list.push(number("rejection", "dB", u.rejection, 0, 120, 0.15));
    return list;
  },
  slots(settings) {
    const valve = settings["rectifier"] === "valve";
    const u = valve ? { ...GENERAL, ...USUAL["valveAmplifier"] } : GENERAL;
    const sees = peakVolts(settings);
    const rated = Math.max(16, 1.3 * sees);
    const reservoir = (key: SlotKey): Slot => ({
      key,
      roles: ["reservoir"],
      farads: u.reservoir,
      rated,
      technology: valve ? "can" : "aluminium",
      sees,
    });
    const stage = (k: (typeof STAGES)[number]): Slot => ({
      key: `filter${k}`,
      roles: ["decoupler", "regulatorIn"],
      farads: u.filter,
      rated,
      technology: "aluminium",
      sees,
    });
    const stages = STAGES.filter((k) => k <= num(settings, "stages")).map(stage);
    const two = settings["arrangement"] === "doubler" || settings["arrangement"] === "dualRail";
    return [reservoir("reservoir"), ...(two ? [reservoir("reservoir2")] : []), ...stages];
  },
};

export const peakVolts = (settings: Settings): number => Math.SQRT2 * num(settings, "secondary") * (num(settings, "mainsShare") / 100);
