import { servoLoopFacts } from "./servoLoop.facts";
import type { CircuitElement, Netlist } from "../circuit";
import { num, part, place, type Parts, solvedBy, type Scenario, type Settings } from "./scenario";
import { solveLoop } from "./stability";

export const servoLoop: Scenario = solvedBy(servoLoopFacts, {
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
});

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
