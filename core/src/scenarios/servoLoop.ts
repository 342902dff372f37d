import type { CircuitElement, Netlist } from "../circuit";
import { allMargin, num, number, part, place, type Parts, type Scenario, type Settings, type Slot } from "./scenario";
import { solveLoop } from "./stability";

/**
 * Motional feedback of a subwoofer at its lowest notes: amplifier, driver (second-order high pass of the cone's acceleration at its
 * resonance), sensor, two high-pass couplings and a low-pass filter in the way back. Every capacitor that dries moves its corner up
 * into the band where the loop still has gain, and its phase lead adds to that of the cone.
 */
export const servoLoop: Scenario = {
  id: "servoLoop",
  belongsTo: (u) => u.unitKind === "subwoofer" && u.roles.includes("feedback"),
  makes: { lowSwing: 1 },
  esrAt: 41,
  measuredAt: () => ({}),
  shortBlowsFuse: [],
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
  netlist: build,
  solve(settings, parts, options) {
    const stress = {
      servo: { volts: 15, ripple: 0, hertz: 10 },
      coupling: { volts: 15, ripple: 0, hertz: 10 },
      filter: { volts: 15, ripple: 0, hertz: 10 },
    };
    return solveLoop(
      {
        netlist: build(settings, parts),
        around: "Apower",
        from: 0.05,
        to: 2000,
        shown: "cone",
        kicked: "Cmass",
        kick: 0.01,
        seconds: 3,
        stress,
      },
      options,
    );
  },
};

/** Nodes: power amplifier's output, cone (its acceleration as volts), fb1 … fb3 along the way back to the amplifier's minus input. */
function build(settings: Settings, parts: Parts): Netlist {
  const w = 2 * Math.PI * num(settings, "resonance");
  // series C then parallel L ‖ R: H = s²/(s² + s·w/Q + w²) with L at 1 H
  const henries = 1;
  const farads = 1 / (w * w * henries);
  const ohms = num(settings, "driverQ") * w * henries;
  const open = (id: string, a: string, b: string): CircuitElement[] => {
    const state = part(parts, id);
    return state.kind === "open" ? [{ kind: "capacitor", id, a, b, farads: 5e-12 }] : place(id, a, b, state);
  };
  const buffer = (id: string, plus: string, inPlus: string): CircuitElement => ({
    kind: "amplifier",
    id,
    plus,
    minus: "0",
    inPlus,
    inMinus: "0",
    gain: 1,
  });
  return {
    title: "Servo loop",
    elements: [
      { kind: "amplifier", id: "Apower", plus: "power", minus: "0", inPlus: "0", inMinus: "fb3", gain: num(settings, "loopGain") },
      { kind: "capacitor", id: "Cmass", a: "power", b: "cone", farads },
      { kind: "inductor", id: "Lspring", a: "cone", b: "0", henries, dcr: 1e-3 },
      { kind: "resistor", id: "Rloss", a: "cone", b: "0", ohms },
      buffer("Asensor", "sensed", "cone"),
      ...open("coupling", "sensed", "fb1"),
      { kind: "resistor", id: "Rcoupling", a: "fb1", b: "0", ohms: num(settings, "couplingOhms") },
      buffer("Afirst", "first", "fb1"),
      ...open("servo", "first", "fb2"),
      { kind: "resistor", id: "Rservo", a: "fb2", b: "0", ohms: num(settings, "servoOhms") },
      buffer("Asecond", "second", "fb2"),
      { kind: "resistor", id: "Rfilter", a: "second", b: "fb3", ohms: num(settings, "filterOhms") },
      { kind: "resistor", id: "Rend", a: "fb3", b: "0", ohms: 1e6 },
      ...place("filter", "fb3", "0", part(parts, "filter")),
    ],
  };
}
