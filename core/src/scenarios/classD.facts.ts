import { nothingImplied, number, type ScenarioFacts, type Slot } from "./scenario";

/**
 * Output filter of a switching amplifier: peak at its resonance for 2, 4, 8 Ω and no load, and the carrier left on the output. A
 * worn capacitor damps the peak, which looks like an improvement; the carrier shows the fault, least of all into 2 Ω.
 */
export const classDFacts: ScenarioFacts = {
  id: "classD",
  belongsTo: (u) => u.roles.includes("classDFilter"),
  makes: { whistle: 1 },
  esrAt: 100_000,
  measuredAt: () => ({}),
  shortBlowsFuse: [],
  tells: ["resonance", "peaking@2", "peaking@4", "peaking@8", "carrierVolts"],
  knowsStress: 4,
  impliedLoss: nothingImplied,
  symptom: { key: "carrier", unit: "dB", noticeable: 6 },
  settings: () => [
    number("henries", "H", 15e-6, 1e-7, 1e-3, 0.1),
    number("coilOhms", "Ω", 0.03, 0.001, 5, 0.3),
    number("bridgeOhms", "Ω", 0.15, 0, 5, 0.3),
    number("carrier", "Hz", 400e3, 50e3, 2e6, 0.05),
    number("supply", "V", 30, 3, 200, 0.05),
    number("load", "Ω", 4, 1, 1000, 0.05),
  ],
  slots: (): Slot[] => [{ key: "c", roles: ["classDFilter"], farads: 680e-9, rated: 63, technology: "film" }],
};
