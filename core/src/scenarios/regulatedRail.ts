import {
  impedance,
  logFrequencies,
  nearIndex,
  checkNetlist,
  highest,
  lowest,
  mean,
  peakToPeak,
  rippleRms,
  rms,
  type CircuitElement,
  type Netlist,
} from "../circuit";
import {
  nothingImplied,
  choice,
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
  isCoarse,
} from "./scenario";
import { settle } from "./rectified";

/**
 * A rail behind a linear regulator: whether the trough of the raw ripple still leaves it enough volts, and what the output
 * capacitor does to the rail's impedance. The regulator gives its set volts while it has head-room, else input minus drop-out;
 * its output looks like a small resistance and inductance (its loop losing gain with frequency).
 */
export const regulatedRail: Scenario = {
  id: "regulatedRail",
  belongsTo: (u) => u.roles.some((r) => r === "regulatorIn" || r === "regulatorOut" || r === "digitalRail"),
  makes: { hum: 3, hiss: 1, lampsNoDisplay: 2 },
  esrAt: 100_000,
  measuredAt: () => ({}),
  shortBlowsFuse: ["input"],
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
  netlist: (settings, parts) => raw(settings, parts),
  solve(settings, parts, options) {
    const checked = checkNetlist(raw(settings, parts));
    if (!checked.ok) return checked;
    const steady = settle(checked.value, options);
    if (!steady.ok) return steady;
    const input = steady.value.waveforms.volts("raw");
    const [set, drop] = [num(settings, "regulated"), num(settings, "dropOut")];
    const through = 10 ** (-num(settings, "rejection") / 20);
    const middle = mean(input);
    const output = input.map((v) => Math.max(0, Math.min(set, v - drop)) + (v - drop >= set ? (v - middle) * through : 0));
    const behind = checkNetlist(outputSide(settings, parts));
    if (!behind.ok) return behind;
    const hz = logFrequencies(100, 1e6, isCoarse(options) ? 81 : 241);
    const z = impedance(behind.value, "out", "0", hz);
    if (!z.ok) return z;
    const size = z.value.re.map((re, i) => Math.hypot(re, z.value.im[i]!));
    const at100k = size[nearIndex(hz, 1e5)]!;
    const noise = Math.hypot(rippleRms(output), at100k * NOISE_AMPERES);
    const trough = lowest(input);
    const warnings: Warning[] = trough < set + drop ? [{ code: "belowDropOut", volts: set + drop - trough }] : [];
    const figures: Figure[] = [
      { key: "dc", at: "raw", value: middle, unit: "V" },
      { key: "ripple", at: "raw", value: peakToPeak(input), unit: "V" },
      { key: "trough", at: "raw", value: trough, unit: "V" },
      { key: "headroom", value: trough - set - drop, unit: "V" },
      { key: "dc", at: "rail", value: mean(output), unit: "V" },
      { key: "ripple", at: "rail", value: peakToPeak(output), unit: "V" },
      { key: "railImpedance", at: "100k", value: at100k, unit: "Ω" },
      { key: "railImpedancePeak", value: highest(size), unit: "Ω" },
      { key: "railNoise", value: 20 * Math.log10(Math.max(noise, 1e-9)), unit: "dBV" },
    ];
    const working = part(parts, "input").kind === "works";
    return {
      ok: true,
      value: {
        figures,
        curves: [
          { key: "volts", at: "raw", axis: "time", unit: "V", x: steady.value.waveforms.times, y: input },
          { key: "volts", at: "rail", axis: "time", unit: "V", x: steady.value.waveforms.times, y: output },
          { key: "impedance", axis: "frequency", unit: "Ω", x: hz, y: size },
        ],
        symptom: 20 * Math.log10(Math.max(noise, 1e-9)),
        warnings,
        stress: {
          ...(working
            ? {
                input: {
                  volts: highest(input) * 1.1,
                  ripple: rms(steady.value.waveforms.amperes("input")),
                  hertz: (settings["arrangement"] === "bridge" ? 2 : 1) * num(settings, "mainsHertz"),
                },
              }
            : {}),
          output: { volts: set, ripple: 0, hertz: 100_000 },
        },
        warm: steady.value.states,
      },
    };
  },
};
/** Current that logic and op-amps of a board draw in bursts around 100 kHz, in amperes rms (common practice). */
const NOISE_AMPERES = 0.01;

function raw(settings: Settings, parts: Parts): Netlist {
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

function outputSide(settings: Settings, parts: Parts): Netlist {
  return {
    title: "Output side of a regulated rail",
    elements: [
      { kind: "inductor", id: "Lreg", a: "out", b: "0", henries: num(settings, "regulatorHenries"), dcr: num(settings, "regulatorOhms") },
      ...place("output", "out", "0", part(parts, "output")),
    ],
  };
}
