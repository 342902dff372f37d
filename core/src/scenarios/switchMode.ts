import { checkNetlist, mean, peakToPeak, rms, type CircuitElement, type Netlist } from "../circuit";
import {
  nothingImplied,
  num,
  number,
  part,
  place,
  type Figure,
  type Parts,
  type Scenario,
  type Settings,
  type Slot,
  type Warning,
} from "./scenario";
import { settle } from "./rectified";

/**
 * Switch-mode supply: the output filter's ripple (ruled by ESR), and whether the auxiliary supply climbs to its start threshold and
 * holds until its own winding takes over.
 */
export const switchMode: Scenario = {
  id: "switchMode",
  belongsTo: (u) => u.roles.some((r) => r === "smpsOutput" || r === "smpsStart"),
  makes: { hum: 2, buzz: 2, whistle: 2, relayClicking: 2, lampsNoDisplay: 1, noPower: 1, shutsDown: 2 },
  esrAt: 100_000,
  measuredAt: {},
  knowsStress: 2,
  impliedLoss: nothingImplied,
  symptom: { key: "outputRipple", unit: "dB", noticeable: 3 },
  settings: () => [
    number("output", "V", 12, 0.5, 400, 0.02),
    number("load", "A", 1.5, 0.001, 100, 0.2),
    number("switching", "Hz", 65e3, 10e3, 2e6, 0.05),
    number("rippleAmperes", "A", 0.8, 0.001, 100, 0.3),
    number("postCoil", "H", 2.2e-6, 1e-8, 1e-3, 0.2),
    number("bus", "V", 320, 10, 800, 0.05),
    number("startOhms", "Ω", 330e3, 100, 100e6, 0.1),
    number("startAt", "V", 16, 1, 100, 0.06),
    number("stopAt", "V", 10, 0.5, 100, 0.06),
    number("idleAmperes", "A", 60e-6, 1e-7, 0.1, 0.3),
    number("runAmperes", "A", 0.006, 1e-5, 1, 0.3),
    number("takeOver", "s", 0.008, 1e-4, 1, 0.3),
  ],
  slots: (settings): Slot[] => [
    { key: "first", roles: ["smpsOutput"], farads: 1000e-6, rated: 25, technology: "aluminium", sees: num(settings, "output") },
    {
      key: "second",
      roles: ["smpsOutput", "decoupler", "digitalRail"],
      farads: 220e-6,
      rated: 25,
      technology: "aluminium",
      sees: num(settings, "output"),
    },
    { key: "start", roles: ["smpsStart"], farads: 22e-6, rated: 50, technology: "aluminium", sees: num(settings, "startAt") },
  ],
  netlist: build,
  solve(settings, parts, options) {
    const checked = checkNetlist(build(settings, parts));
    if (!checked.ok) return checked;
    const steady = settle(checked.value, options);
    if (!steady.ok) return steady;
    const w = steady.value.waveforms;
    const [at1, at2] = [w.volts("first"), w.volts("second")];
    const ripple = peakToPeak(at2);
    const begin = startUp(settings, parts);
    const figures: Figure[] = [
      { key: "dc", at: "second", value: mean(at2), unit: "V" },
      { key: "ripple", at: "first", value: peakToPeak(at1), unit: "V" },
      { key: "ripple", at: "second", value: ripple, unit: "V" },
      ...(part(parts, "first").kind === "works"
        ? [{ key: "capacitorRipple", at: "first", value: rms(w.amperes("first")), unit: "A" } as const]
        : []),
      { key: "auxiliary", value: begin.reaches, unit: "V" },
      ...(begin.seconds === null
        ? []
        : [{ key: "startTime", value: begin.seconds, unit: "s" } as const, { key: "heldUp", value: begin.held!, unit: "V" } as const]),
    ];
    const warnings: Warning[] = [];
    if (begin.seconds === null) warnings.push({ code: "neverStarts", volts: begin.reaches, needed: num(settings, "startAt") });
    else if (begin.held! < num(settings, "stopAt"))
      warnings.push({ code: "startsThenFails", volts: begin.held!, needed: num(settings, "stopAt") });
    const hertz = num(settings, "switching");
    const symptom = 20 * Math.log10(Math.max(ripple, 1e-9));
    figures.push({ key: "outputRipple", value: symptom, unit: "dB" });
    return {
      ok: true,
      value: {
        figures,
        curves: [
          { key: "volts", at: "first", axis: "time", unit: "V", x: w.times, y: at1 },
          { key: "volts", at: "second", axis: "time", unit: "V", x: w.times, y: at2 },
        ],
        symptom,
        warnings,
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
          start: { volts: num(settings, "startAt") * 1.2, ripple: 0, hertz },
        },
        warm: steady.value.states,
      },
    };
  },
};

export interface StartUp {
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
