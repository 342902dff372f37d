import type { SlotKey } from "./keys";
import { nothingImplied, choice, num, number, type ScenarioFacts, type Slot } from "./scenario";

export const CROSSOVER_KINDS = ["high1", "high2", "high3", "low1", "low2", "low3", "band1"] as const;

export type CrossoverKind = (typeof CROSSOVER_KINDS)[number];

/**
 * Values of one crossover section per ohm and hertz: farads = entry / (R·f), henries = entry · R/f, in the order source to driver.
 * After V. Dickason, Loudspeaker Design Cookbook (from memory).
 */
export const CROSSOVER_TABLE = {
  first: { c: 0.159, l: 0.159 },
  secondButterworth: { c: 0.1125, l: 0.2251 },
  secondLinkwitzRiley: { c: 0.0796, l: 0.3183 },
  thirdButterworthHigh: { c1: 0.1061, l: 0.1194, c2: 0.3183 },
  // the mirror image of the high pass: every reactance inverted about the corner
  thirdButterworthLow: { l1: 0.2387, c: 0.2122, l2: 0.0796 },
} as const;

/** Passive loudspeaker crossover section into a driver: resistor, resistor with voice coil, or driver with resonance. */
export const crossoverFacts: ScenarioFacts = {
  id: "crossover",
  belongsTo: (u) => u.roles.includes("crossover"),
  makes: { dull: 1, noSound: 2 },
  esrAt: 5000,
  measuredAt: () => ({}),
  shortBlowsFuse: [],
  tells: ["corner", "level@1k", "level@2k", "level@4k", "level@8k", "level@16k", "bandLevel"],
  knowsStress: null,
  impliedLoss: nothingImplied,
  symptom: { key: "bandLoss", unit: "dB", noticeable: 1 },
  settings(_unitKind, chosen) {
    const kind = (chosen["kind"] ?? "high2") as CrossoverKind;
    const list = [
      choice("kind", "high2", CROSSOVER_KINDS),
      choice("alignment", "butterworth", ["butterworth", "linkwitzRiley"]),
      number("crossing", "Hz", kind.startsWith("low") ? 800 : 3000, 20, 40e3),
      ...(kind === "band1" ? [number("crossingTop", "Hz", 5000, 50, 40e3)] : []),
      number("driver", "Ω", 8, 1, 64, 0.05),
      number("voiceCoil", "H", 0, 0, 0.01, 0.3),
      number("resonance", "Hz", 0, 0, 5000),
      number("resonancePeak", "Ω", 20, 0, 200, 0.3),
      number("amplifierOhms", "Ω", 0.1, 0, 10),
      number("seriesOhms", "Ω", 0, 0, 50),
    ];
    return list;
  },
  slots(settings): Slot[] {
    const [r, f] = [num(settings, "driver"), num(settings, "crossing")];
    const slot = (key: SlotKey, entry: number, at = f): Slot => ({
      key,
      roles: ["crossover"],
      farads: entry / (r * at),
      rated: 50,
      technology: "bipolar",
      byValue: true,
    });
    const second = settings["alignment"] === "linkwitzRiley" ? CROSSOVER_TABLE.secondLinkwitzRiley : CROSSOVER_TABLE.secondButterworth;
    switch (settings["kind"] as CrossoverKind) {
      case "high1":
      case "band1":
        return [slot("c1", CROSSOVER_TABLE.first.c)];
      case "high2":
      case "low2":
        return [slot("c1", second.c)];
      case "high3":
        return [slot("c1", CROSSOVER_TABLE.thirdButterworthHigh.c1), slot("c2", CROSSOVER_TABLE.thirdButterworthHigh.c2)];
      case "low3":
        return [slot("c1", CROSSOVER_TABLE.thirdButterworthLow.c)];
      case "low1":
        return [];
    }
  },
};
