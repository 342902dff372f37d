import { allMargin, number, type ScenarioFacts, type Slot } from "./scenario";

/**
 * Motional feedback of a subwoofer at its lowest notes: amplifier, driver (second-order high pass of the cone's acceleration at its
 * resonance), sensor, two high-pass couplings and a low-pass filter in the way back. Every capacitor that dries moves its corner up
 * into the band where the loop still has gain, and its phase lead adds to that of the cone.
 */
export const servoLoopFacts: ScenarioFacts = {
  id: "servoLoop",
  belongsTo: (u) => u.unitKind === "subwoofer" && u.roles.includes("feedback"),
  makes: { lowSwing: 1 },
  esrAt: 41,
  measuredAt: () => ({}),
  shortBlowsFuse: [],
  tells: ["gainMargin", "swing"],
  knowsStress: null,
  impliedLoss: allMargin,
  symptom: { key: "marginUsed", unit: "dB", noticeable: 3 },
  settings: () => [
    number("resonance", "Hz", 28, 5, 200, 0.1),
    number("driverQ", "", 0.7, 0.2, 5, 0.2),
    number("loopGain", "", 7.5, 0.1, 200, 0.2),
    number("servoOhms", "Ω", 22e3, 100, 10e6, 0.05),
    number("couplingOhms", "Ω", 22e3, 100, 10e6, 0.05),
    number("filterOhms", "Ω", 4.7e3, 10, 10e6, 0.05),
  ],
  slots: (): Slot[] => [
    { key: "servo", roles: ["feedback"], farads: 2.2e-6, rated: 50, technology: "bipolar" },
    { key: "coupling", roles: ["coupling"], farads: 10e-6, rated: 25, technology: "aluminium" },
    { key: "filter", roles: ["feedback", "tone", "timing"], farads: 220e-9, rated: 63, technology: "film" },
  ],
};
