import { regulatedRailFacts, raw } from "./regulatedRail.facts";
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
  type Netlist,
} from "../circuit";
import { num, part, place, type Figure, type Parts, solvedBy, type Scenario, type Settings, type Warning, isCoarse } from "./scenario";
import { settle } from "./rectified";

export const regulatedRail: Scenario = solvedBy(regulatedRailFacts, {
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
});

/** Current that logic and op-amps of a board draw in bursts around 100 kHz, in amperes rms (common practice). */
const NOISE_AMPERES = 0.01;

function outputSide(settings: Settings, parts: Parts): Netlist {
  return {
    title: "Output side of a regulated rail",
    elements: [
      { kind: "inductor", id: "Lreg", a: "out", b: "0", henries: num(settings, "regulatorHenries"), dcr: num(settings, "regulatorOhms") },
      ...place("output", "out", "0", part(parts, "output")),
    ],
  };
}
