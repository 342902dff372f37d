import { startUpSupplyFacts } from "./startUp.facts";
import type { Netlist } from "../circuit";
import { num, part, place, type Figure, type Parts, solvedBy, type Scenario, type Settings, type Warning } from "./scenario";

export const startUpSupply: Scenario = solvedBy(startUpSupplyFacts, {
  netlist: build,
  solve(settings, parts) {
    const begin = startUp(settings, parts);
    const [threshold, stop] = [num(settings, "startAt"), num(settings, "stopAt")];
    const figures: Figure[] = [
      { key: "auxiliary", value: begin.reaches, unit: "V" },
      ...(begin.seconds === null
        ? []
        : [{ key: "startTime", value: begin.seconds, unit: "s" } as const, { key: "heldUp", value: begin.held!, unit: "V" } as const]),
    ];
    const warnings: Warning[] = [];
    if (begin.seconds === null) warnings.push({ code: "neverStarts", volts: begin.reaches, needed: threshold });
    else if (begin.held! < stop) warnings.push({ code: "startsThenFails", volts: begin.held!, needed: stop });
    // one that never starts has lost what the threshold needs on top of all it would have to hold
    const symptom =
      begin.held === null ? 100 * (1 + Math.max(0, threshold - begin.reaches) / threshold) : (100 * (stop - begin.held)) / stop;
    return {
      ok: true,
      value: { figures, curves: [], symptom, warnings, stress: { start: { volts: threshold * 1.2, ripple: 0, hertz: 100 } } },
    };
  },
});

interface StartUp {
  /** volts the auxiliary rail would climb to with the controller idle */
  reaches: number;
  /** seconds until the start threshold; null when it is never reached */
  seconds: number | null;
  /** lowest volts while the auxiliary capacitor alone feeds the controller; null when it never starts */
  held: number | null;
}

/**
 * Auxiliary supply of a switch-mode controller: charged through the start resistor against idle current and leakage (closed form),
 * then discharged by the running controller until its winding takes over. ESR takes its drop at once.
 */
export function startUp(settings: Settings, parts: Parts): StartUp {
  const state = part(parts, "start");
  const series = num(settings, "startOhms");
  const [bus, threshold, idle, run] = [
    num(settings, "bus"),
    num(settings, "startAt"),
    num(settings, "idleAmperes"),
    num(settings, "runAmperes"),
  ];
  if (state.kind === "shorted") return { reaches: 0, seconds: null, held: null };
  const leak = state.kind === "works" ? state.leak : Infinity;
  const source = Number.isFinite(leak) ? (series * leak) / (series + leak) : series;
  const reaches = Math.max(0, (bus / series - idle) * source);
  if (reaches <= threshold) return { reaches, seconds: null, held: null };
  const farads = state.kind === "works" ? state.farads : 1e-9; // an open part leaves the track's own nanofarad
  const seconds = -source * farads * Math.log(1 - threshold / reaches);
  const esr = state.kind === "works" ? state.esr : 0;
  const held = threshold - run * esr - ((run - (bus - threshold) / series) * num(settings, "takeOver")) / farads;
  return { reaches, seconds, held: Math.max(0, held) };
}

function build(settings: Settings, parts: Parts): Netlist {
  return {
    title: "Start of a switch-mode supply",
    elements: [
      { kind: "voltageSource", id: "Vbus", plus: "bus", minus: "0", wave: { kind: "dc", value: num(settings, "bus") } },
      { kind: "resistor", id: "Rstart", a: "bus", b: "start", ohms: num(settings, "startOhms") },
      ...place("start", "start", "0", part(parts, "start")),
      { kind: "currentSource", id: "Iidle", from: "start", to: "0", wave: { kind: "dc", value: num(settings, "idleAmperes") } },
    ],
  };
}
