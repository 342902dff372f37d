import { nothingImplied, num, number, type ScenarioFacts, type Slot } from "./scenario";

/**
 * Two capacitors in series across one supply: shared by capacitance at the moment of switching on, by leakage and balancing
 * resistors in the long run.
 */
export const seriesPairFacts: ScenarioFacts = {
  id: "seriesPair",
  belongsTo: (u) => u.roles.filter((r) => r === "reservoir" || r === "smpsPrimary").length >= 2,
  makes: {},
  esrAt: 100,
  measuredAt: () => ({}),
  shortBlowsFuse: [],
  tells: ["steady@upper", "steady@lower"],
  knowsStress: null,
  impliedLoss: nothingImplied,
  symptom: { key: "overVolts", unit: "%", noticeable: 5 },
  settings: () => [
    number("supply", "V", 500, 1, 3000, 0.05),
    number("balance", "Ω", 220e3, 0, 100e6, 0.05),
    number("rated", "V", 350, 1, 2000),
  ],
  slots: (settings): Slot[] =>
    (["upper", "lower"] as const).map((key) => ({
      key,
      roles: ["reservoir", "smpsPrimary"],
      farads: 100e-6,
      rated: num(settings, "rated"),
      technology: "aluminium",
    })),
};
