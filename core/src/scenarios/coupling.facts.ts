import { nothingImplied, choice, num, number, type ScenarioFacts, type Slot } from "./scenario";

interface Usual {
  place: "coupling" | "bypass";
  source: number;
  load: number;
  before: number;
  signal: number;
}

const USUAL: Readonly<Record<string, Partial<Usual>>> = { valveAmplifier: { source: 47e3, load: 470e3, before: 180, signal: 5 } };

/**
 * A coupling capacitor between two stages, or a bypass across a cathode or emitter resistor. Answers corner, level and phase of the
 * low notes, the DC that leaks through, and the volts the capacitor itself sees.
 */
export const couplingFacts: ScenarioFacts = {
  id: "coupling",
  belongsTo: (u) => u.roles.some((r) => r === "coupling" || r === "bypass"),
  makes: { weakBass: 1, noSound: 1, comesAndGoes: 1, distorted: 1 },
  esrAt: 41,
  measuredAt: () => ({}),
  shortBlowsFuse: [],
  tells: ["corner", "level@20", "level@41", "level@82", "voltsAcross@20"],
  knowsStress: null,
  impliedLoss: nothingImplied,
  symptom: { key: "bassLoss", unit: "dB", noticeable: 1 },
  settings(unitKind, chosen) {
    const u = { place: "coupling" as const, source: 1e3, load: 47e3, before: 6, signal: 0.5, ...USUAL[unitKind] };
    const where = chosen["place"] ?? u.place;
    const shared = [choice("place", u.place, ["coupling", "bypass"]), number("signal", "V", u.signal, 1e-3, 300, 0.3)];
    if (where === "bypass")
      return [
        ...shared,
        number("emitter", "Ω", 1500, 0.1, 1e6, 0.1),
        number("siemens", "S", 2e-3, 1e-6, 10, 0.3),
        number("collector", "Ω", 100e3, 1, 10e6, 0.1),
      ];
    return [
      ...shared,
      number("source", "Ω", u.source, 0, 10e6, 0.3),
      number("load", "Ω", u.load, 1, 100e6, 0.1),
      number("before", "V", u.before, -1000, 1000, 0.1),
    ];
  },
  slots(settings): Slot[] {
    if (settings["place"] === "bypass")
      return [{ key: "c", roles: ["bypass", "coupling"], farads: 22e-6, rated: 25, technology: "aluminium" }];
    const high = num(settings, "before") > 60;
    return [
      {
        key: "c",
        roles: ["coupling", "feedback", "tone", "bypass"],
        farads: high ? 100e-9 : 4.7e-6,
        rated: high ? 400 : 50,
        technology: high ? "film" : "aluminium",
      },
    ];
  },
};
