import { type CircuitElement, type Netlist } from "../circuit";
import { nothingImplied, choice, num, number, part, place, type Parts, type ScenarioFacts, type Settings, type Slot } from "./scenario";

/**
 * A rail behind a linear regulator: whether the trough of the raw ripple still leaves it enough volts, and what the output
 * capacitor does to the rail's impedance. The regulator gives its set volts while it has head-room, else input minus drop-out;
 * its output looks like a small resistance and inductance (its loop losing gain with frequency).
 */
export const regulatedRailFacts: ScenarioFacts = {
  id: "regulatedRail",
  belongsTo: (u) => u.roles.some((r) => r === "regulatorIn" || r === "regulatorOut" || r === "digitalRail"),
  makes: { hum: 3, hiss: 1, lampsNoDisplay: 2 },
  esrAt: 100_000,
  measuredAt: () => ({}),
  shortBlowsFuse: ["input"],
  tells: ["ripple@rail", "headroom", "railImpedancePeak"],
  knowsStress: 3,
  impliedLoss: nothingImplied,
  symptom: { key: "railNoise", unit: "dB", noticeable: 3 },
  settings: () => [
    choice("arrangement", "bridge", ["bridge", "halfWave"]),
    number("mainsHertz", "Hz", 50, 16, 440),
    number("mainsShare", "%", 100, 5, 120, 0.03),
    number("secondary", "V", 15.5, 1, 400, 0.03),
    number("source", "Ω", 0.6, 0.005, 500, 0.3),
    number("load", "A", 0.35, 0, 20, 0.3),
    number("regulated", "V", 15, 1, 400, 0.02),
    number("dropOut", "V", 2, 0, 20, 0.1),
    number("rejection", "dB", 60, 0, 120, 0.1),
    number("regulatorOhms", "Ω", 0.02, 0.001, 100, 0.3),
    number("regulatorHenries", "H", 2e-6, 1e-9, 1e-2, 0.5),
  ],
  slots(settings): Slot[] {
    const [raw, regulated] = [Math.SQRT2 * num(settings, "secondary"), num(settings, "regulated")];
    return [
      { key: "input", roles: ["regulatorIn", "reservoir"], farads: 2200e-6, rated: 1.3 * raw, technology: "aluminium", sees: raw },
      {
        key: "output",
        roles: ["regulatorOut", "decoupler", "digitalRail"],
        farads: 47e-6,
        rated: 1.5 * regulated,
        technology: "aluminium",
        sees: regulated,
      },
    ];
  },
};

export function raw(settings: Settings, parts: Parts): Netlist {
  const diode = (id: string, anode: string, cathode: string): CircuitElement => ({
    kind: "diode",
    id,
    anode,
    cathode,
    saturation: 1e-9,
    emission: 1.8,
    ohms: 0.03,
  });
  const amplitude = (Math.SQRT2 * num(settings, "secondary") * num(settings, "mainsShare")) / 100;
  const bridge = settings["arrangement"] === "bridge";
  const elements: CircuitElement[] = [
    {
      kind: "voltageSource",
      id: "T1",
      plus: "w1",
      minus: bridge ? "w2" : "0",
      wave: { kind: "sine", amplitude, hertz: num(settings, "mainsHertz") },
      ohms: num(settings, "source"),
    },
    diode("D1", "w1", "raw"),
    ...(bridge ? [diode("D2", "w2", "raw"), diode("D3", "0", "w1"), diode("D4", "0", "w2")] : []),
    ...place("input", "raw", "0", part(parts, "input")),
    { kind: "resistor", id: "Rmeter", a: "raw", b: "0", ohms: 10e6 },
  ];
  // drawn as a resistance that takes the stated current where the regulator begins to drop out: a little more above, so the trough
  // errs on the deep side; a steady current would pull a rail without its capacitor below nothing
  const amperes = num(settings, "load");
  if (amperes > 0)
    elements.push({
      kind: "resistor",
      id: "RL",
      a: "raw",
      b: "0",
      ohms: (num(settings, "regulated") + num(settings, "dropOut")) / amperes,
    });
  return { title: "Raw side of a regulated rail", elements };
}
