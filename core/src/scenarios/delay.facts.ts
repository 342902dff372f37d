import { nothingImplied, number, type ScenarioFacts, type Slot } from "./scenario";

/** Reset and protection delays: a capacitor charging through a resistor to a threshold, with the tolerance of all three. */
export const delayFacts: ScenarioFacts = {
  id: "delay",
  belongsTo: (u) => u.roles.includes("timing"),
  makes: { relayClicking: 1, shutsDown: 1 },
  esrAt: 100,
  measuredAt: () => ({}),
  shortBlowsFuse: [],
  tells: ["delay", "delayShortest", "delayLongest"],
  knowsStress: null,
  impliedLoss: nothingImplied,
  symptom: { key: "delayOff", unit: "%", noticeable: 20 },
  settings: () => [
    number("supply", "V", 12, 0.5, 500, 0.05),
    number("ohms", "Ω", 100e3, 10, 100e6, 0.05),
    number("threshold", "V", 7.6, 0.1, 400, 0.1),
    number("shortest", "s", 1, 0, 600),
    number("longest", "s", 8, 0, 3600),
    number("tolerance", "%", 20, 0, 100),
  ],
  slots: (): Slot[] => [{ key: "c", roles: ["timing", "reference"], farads: 22e-6, rated: 25, technology: "aluminium" }],
};
