import { nothingImplied, num, number, type ScenarioFacts, type Slot } from "./scenario";

/** Switch-mode supply: the output filter's ripple, ruled by ESR. */
export const switchModeFacts: ScenarioFacts = {
  id: "switchMode",
  belongsTo: (u) => u.roles.includes("smpsOutput"),
  makes: { hum: 2, buzz: 2, whistle: 2, lampsNoDisplay: 3, shutsDown: 3 },
  esrAt: 100_000,
  measuredAt: () => ({}),
  shortBlowsFuse: ["first"],
  tells: ["ripple@second", "ripple@first"],
  knowsStress: 2,
  impliedLoss: nothingImplied,
  symptom: { key: "outputRipple", unit: "dB", noticeable: 3 },
  settings: () => [
    number("output", "V", 12, 0.5, 400, 0.02),
    number("load", "A", 1.5, 0.001, 100, 0.2),
    number("switching", "Hz", 65e3, 10e3, 2e6, 0.05),
    number("rippleAmperes", "A", 0.8, 0.001, 100, 0.3),
    number("postCoil", "H", 2.2e-6, 1e-8, 1e-3, 0.2),
  ],
  slots: (settings): Slot[] => [
    { key: "first", roles: ["smpsOutput"], farads: 1000e-6, rated: 25, technology: "aluminium", sees: num(settings, "output") },
    {
      key: "second",
      roles: ["smpsOutput", "decoupler", "digitalRail"],
      farads: 220e-6,
      rated: 25,
      technology: "aluminium",
      sees: num(settings, "output"),
    },
  ],
};
