import { allMargin, num, number, type ScenarioFacts } from "./scenario";

/**
 * Start of a switch-mode supply: whether its auxiliary capacitor climbs to the threshold, and holds the controller up until its own
 * winding takes over. A dried one makes a unit that ticks, blinks or stays dead, with every rail sound.
 */
export const startUpSupplyFacts: ScenarioFacts = {
  id: "startUp",
  belongsTo: (u) => u.roles.includes("smpsStart"),
  makes: { noPower: 1, relayClicking: 1, lampsNoDisplay: 2, shutsDown: 2, onlyCold: 2 },
  esrAt: 10_000,
  measuredAt: () => ({}),
  tells: ["startTime", "auxiliary"],
  knowsStress: 1,
  shortBlowsFuse: [],
  impliedLoss: allMargin,
  symptom: { key: "startShortfall", unit: "%", noticeable: 10 },
  settings: () => [
    number("bus", "V", 320, 10, 800, 0.05),
    number("startOhms", "Ω", 330e3, 100, 100e6, 0.1),
    number("startAt", "V", 16, 1, 100, 0.06),
    number("stopAt", "V", 10, 0.5, 100, 0.06),
    number("idleAmperes", "A", 60e-6, 1e-7, 0.1, 0.3),
    number("runAmperes", "A", 0.006, 1e-5, 1, 0.3),
    number("takeOver", "s", 0.008, 1e-4, 1, 0.3),
  ],
  slots: (settings) => [
    { key: "start", roles: ["smpsStart"], farads: 22e-6, rated: 50, technology: "aluminium", sees: num(settings, "startAt") },
  ],
};
