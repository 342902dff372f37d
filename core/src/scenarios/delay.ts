import { delayFacts } from "./delay.facts";
import { checkNetlist, type Netlist, worstCase, type Unknown, transient } from "../circuit";
import { num, part, place, type Figure, type Parts, solvedBy, type Scenario, type Settings, type Warning } from "./scenario";
import type { PartState } from "../part";

export const delay: Scenario = solvedBy(delayFacts, {
  netlist: build,
  solve(settings, parts, options) {
    const state = part(parts, "c");
    const tolerance = num(settings, "tolerance") / 100;
    const nominal = delaySeconds(num(settings, "supply"), num(settings, "ohms"), num(settings, "threshold"), state);
    const unknowns: Unknown[] = [
      { value: num(settings, "ohms"), share: 0.05, law: "even" },
      { value: num(settings, "threshold"), share: 0.1, law: "even" },
      { value: state.kind === "works" ? state.farads : 1e-12, share: tolerance, law: "even" },
    ];
    const corners = worstCase(unknowns, ([ohms, threshold, farads]) =>
      delaySeconds(num(settings, "supply"), ohms!, threshold!, state.kind === "works" ? { ...state, farads: farads! } : state),
    );
    const figures: Figure[] = [
      { key: "delay", value: nominal, unit: "s" },
      { key: "delayShortest", value: corners.low, unit: "s" },
      { key: "delayLongest", value: corners.high, unit: "s" },
    ];
    const reaches = plateau(num(settings, "supply"), num(settings, "ohms"), state);
    figures.push({ key: "settlesAt", value: reaches, unit: "V" });
    const warnings: Warning[] = [];
    if (!Number.isFinite(nominal)) warnings.push({ code: "neverClears" });
    const middle = Math.sqrt(Math.max(num(settings, "shortest"), 1e-3) * Math.max(num(settings, "longest"), 1e-3));
    const off = !Number.isFinite(nominal) ? 1000 : Math.abs(Math.log(Math.max(nominal, 1e-6) / middle)) * 100;
    const curves = [];
    if (options.detail === "full") {
      const checked = checkNetlist(build(settings, parts));
      if (!checked.ok) return checked;
      const duration = Number.isFinite(nominal) ? Math.max(nominal * 2, 1e-3) : 2 * num(settings, "longest") + 1;
      const run = transient(checked.value, { duration, step: duration / 400, stop: options.stop });
      if (!run.ok) return run;
      curves.push({ key: "charging", axis: "time", unit: "V", x: run.value.waveforms.times, y: run.value.waveforms.volts("pin") } as const);
    }
    return {
      ok: true,
      value: {
        figures: figures.filter((f) => Number.isFinite(f.value)),
        curves,
        symptom: off,
        warnings,
        stress: { c: { volts: num(settings, "supply") * 1.1, ripple: 0, hertz: 1 } },
      },
    };
  },
});

const plateau = (supply: number, ohms: number, state: PartState): number =>
  state.kind === "shorted"
    ? 0
    : state.kind === "works" && Number.isFinite(state.leak)
      ? (supply * state.leak) / (state.leak + ohms)
      : supply;

/**
 * Seconds from switching on until the pin reaches the threshold: −τ·ln(1 − threshold/plateau) with the leak's share in both; ESR
 * lifts the pin at once. Infinity when the leak or a short keeps it below for ever.
 */
export function delaySeconds(supply: number, ohms: number, threshold: number, state: PartState): number {
  const end = plateau(supply, ohms, state);
  if (end <= threshold) return Infinity;
  if (state.kind !== "works") return 0;
  const source = Number.isFinite(state.leak) ? (ohms * state.leak) / (ohms + state.leak) : ohms;
  const atOnce = (supply * state.esr) / (ohms + state.esr);
  if (atOnce >= threshold) return 0;
  return (source + state.esr) * state.farads * Math.log((end - atOnce) / (end - threshold));
}

function build(settings: Settings, parts: Parts): Netlist {
  return {
    title: "Delay",
    elements: [
      { kind: "voltageSource", id: "V1", plus: "supply", minus: "0", wave: { kind: "dc", value: num(settings, "supply") } },
      { kind: "resistor", id: "R1", a: "supply", b: "pin", ohms: num(settings, "ohms") },
      ...place("c", "pin", "0", part(parts, "c")),
    ],
  };
}
