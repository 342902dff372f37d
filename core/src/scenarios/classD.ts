import { classDFacts } from "./classD.facts";
import { acResponse, decibels, logFrequencies, nearIndex, checkNetlist, type Netlist } from "../circuit";
import {
  num,
  part,
  place,
  type Curve,
  type Figure,
  type Parts,
  solvedBy,
  type Scenario,
  type Settings,
  type Warning,
  isCoarse,
} from "./scenario";

/** Loads a class-D output meets, in ohms; 0 stands for nothing connected. */
const LOADS = [2, 4, 8, 0] as const;

const nameOf = (ohms: number) => (ohms === 0 ? "noLoad" : String(ohms));

/** L and C of a second-order Butterworth output filter: L = R·√2/(2π·fc), C = 1/(2π·fc·R·√2). */
export const classDButterworth = (ohms: number, hertz: number): { henries: number; farads: number } => ({
  henries: (ohms * Math.SQRT2) / (2 * Math.PI * hertz),
  farads: 1 / (2 * Math.PI * hertz * ohms * Math.SQRT2),
});

export const classD: Scenario = solvedBy(classDFacts, {
  netlist: (settings, parts) => build(settings, parts, num(settings, "load")),
  solve(settings, parts, options) {
    const hz = logFrequencies(1000, 2e6, isCoarse(options) ? 121 : 301);
    const figures: Figure[] = [];
    const curves: Curve[] = [];
    let carrierAtLoad = 0;
    let ownPeak = 0;
    for (const ohms of [...LOADS, num(settings, "load")]) {
      const checked = checkNetlist(build(settings, parts, ohms));
      if (!checked.ok) return checked;
      const sense = { kind: "between", plus: "out", minus: "0" } as const;
      const out = acResponse(checked.value, { kind: "source", element: "V1" }, sense, hz);
      if (!out.ok) return out;
      const carrier = acResponse(checked.value, { kind: "source", element: "V1" }, sense, Float64Array.of(num(settings, "carrier")));
      if (!carrier.ok) return carrier;
      const level = decibels(out.value);
      const left = decibels(carrier.value)[0]!;
      let top = 0;
      for (let i = 0; i < level.length; i++) if (level[i]! > level[top]!) top = i;
      const peaking = level[top]! - level[0]!;
      if (curves.length < LOADS.length) {
        figures.push(
          { key: "peaking", at: nameOf(ohms), value: Math.max(0, peaking), unit: "dB" },
          { key: "carrierLeft", at: nameOf(ohms), value: left, unit: "dB" },
        );
        if (ohms === 8) figures.push({ key: "treble", at: "8", value: level[nearIndex(hz, 20e3)]! - level[0]!, unit: "dB" });
        curves.push({ key: "response", at: nameOf(ohms), axis: "frequency", unit: "dB", x: hz, y: level });
      } else {
        carrierAtLoad = left;
        ownPeak = peaking;
      }
    }
    const state = part(parts, "c");
    if (state.kind === "works") {
      const rest = 1 / (2 * Math.PI * Math.sqrt(num(settings, "henries") * state.farads));
      figures.unshift(
        { key: "resonance", value: rest, unit: "Hz" },
        { key: "q", value: num(settings, "load") * Math.sqrt(state.farads / num(settings, "henries")), unit: "" },
      );
    }
    // fundamental of a square wave between the rails: 4/π of half the supply, over √2 for rms
    const residue = 10 ** (carrierAtLoad / 20) * (4 / Math.PI) * (num(settings, "supply") / 2) * Math.SQRT1_2;
    figures.push({ key: "carrierVolts", value: residue, unit: "V" });
    const damped = state.kind === "works" && state.esr > 0.3 && ownPeak < 0.5;
    const warnings: Warning[] = damped ? [{ code: "dampedPeak" }] : [];
    const ripple = 2 * Math.PI * num(settings, "carrier") * (state.kind === "works" ? state.farads : 0) * residue;
    return {
      ok: true,
      value: {
        figures,
        curves,
        symptom: carrierAtLoad,
        warnings,
        stress: { c: { volts: num(settings, "supply"), ripple, hertz: num(settings, "carrier") } },
      },
    };
  },
});

function build(settings: Settings, parts: Parts, load: number): Netlist {
  return {
    title: "Class-D output filter",
    elements: [
      { kind: "voltageSource", id: "V1", plus: "in", minus: "0", wave: { kind: "dc", value: 0 }, ohms: num(settings, "bridgeOhms") },
      { kind: "inductor", id: "L1", a: "in", b: "out", henries: num(settings, "henries"), dcr: num(settings, "coilOhms") },
      ...place("c", "out", "0", part(parts, "c")),
      { kind: "resistor", id: "Rload", a: "out", b: "0", ohms: load > 0 ? load : 100e3 },
    ],
  };
}
