import { switchModeFacts } from "./switchMode.facts";
import { checkNetlist, mean, peakToPeak, rms, type CircuitElement, type Netlist } from "../circuit";
import { num, part, place, type Figure, type Parts, solvedBy, type Scenario, type Settings } from "./scenario";
import { settle } from "./rectified";

export const switchMode: Scenario = solvedBy(switchModeFacts, {
  netlist: build,
  solve(settings, parts, options) {
    const checked = checkNetlist(build(settings, parts));
    if (!checked.ok) return checked;
    const steady = settle(checked.value, options);
    if (!steady.ok) return steady;
    const w = steady.value.waveforms;
    const [at1, at2] = [w.volts("first"), w.volts("second")];
    const ripple = peakToPeak(at2);
    const figures: Figure[] = [
      { key: "dc", at: "second", value: mean(at2), unit: "V" },
      { key: "ripple", at: "first", value: peakToPeak(at1), unit: "V" },
      { key: "ripple", at: "second", value: ripple, unit: "V" },
      ...(part(parts, "first").kind === "works"
        ? [{ key: "capacitorRipple", at: "first", value: rms(w.amperes("first")), unit: "A" } as const]
        : []),
    ];
    const hertz = num(settings, "switching");
    const symptom = 20 * Math.log10(Math.max(ripple, 1e-9));
    figures.push({ key: "outputRipple", value: symptom, unit: "dBV" });
    return {
      ok: true,
      value: {
        figures,
        curves: [
          { key: "volts", at: "first", axis: "time", unit: "V", x: w.times, y: at1 },
          { key: "volts", at: "second", axis: "time", unit: "V", x: w.times, y: at2 },
        ],
        symptom,
        warnings: [],
        stress: {
          first: {
            volts: num(settings, "output") * 1.05,
            ripple: part(parts, "first").kind === "works" ? rms(w.amperes("first")) : num(settings, "rippleAmperes") * 0.3,
            hertz,
          },
          second: {
            volts: num(settings, "output") * 1.05,
            ripple: part(parts, "second").kind === "works" ? rms(w.amperes("second")) : 0,
            hertz,
          },
        },
        warm: steady.value.states,
      },
    };
  },
});

function build(settings: Settings, parts: Parts): Netlist {
  const [volts, load, swing] = [num(settings, "output"), num(settings, "load"), num(settings, "rippleAmperes")];
  const coil: CircuitElement = { kind: "inductor", id: "Lpost", a: "first", b: "second", henries: num(settings, "postCoil"), dcr: 0.005 };
  return {
    title: "Switch-mode output filter",
    elements: [
      // the choke's current: a triangle about the load current
      {
        kind: "currentSource",
        id: "Ichoke",
        from: "0",
        to: "first",
        wave: { kind: "samples", values: triangle(load, swing), hertz: num(settings, "switching") },
      },
      ...place("first", "first", "0", part(parts, "first")),
      coil,
      ...place("second", "second", "0", part(parts, "second")),
      { kind: "resistor", id: "Rload", a: "second", b: "0", ohms: volts / load },
    ],
  };
}

/** One period of a triangle of peak-to-peak `swing` about `level`. */
const triangle = (level: number, swing: number): number[] => [level - swing / 2, level, level + swing / 2, level];
