import { couplingFacts } from "./coupling.facts";
import { acResponse, decibels, logFrequencies, nearIndex, phaseDegrees, checkNetlist, type Netlist, operatingPoint } from "../circuit";
import { num, part, place, type Figure, type Parts, solvedBy, type Scenario, type Settings, type Warning, isCoarse } from "./scenario";

/** Volts rms across an electrolytic at the lowest note above which it distorts audibly (D. Self, from memory). */
const DISTORTION_VOLTS = 0.08;

/** the lowest that is heard, and the lowest strings of a bass and a guitar, in hertz */
const NOTES = [20, 41, 82] as const;

export const coupling: Scenario = solvedBy(couplingFacts, {
  netlist: build,
  solve(settings, parts, options) {
    const checked = checkNetlist(build(settings, parts));
    if (!checked.ok) return checked;
    const hz = logFrequencies(0.2, 20e3, isCoarse(options) ? 121 : 301);
    const drive = { kind: "source", element: "V1" } as const;
    const out = acResponse(checked.value, drive, { kind: "between", plus: "out", minus: "0" }, hz);
    if (!out.ok) return out;
    const level = decibels(out.value);
    const phase = phaseDegrees(out.value);
    const spots = acResponse(checked.value, drive, { kind: "between", plus: "out", minus: "0" }, Float64Array.from(NOTES));
    if (!spots.ok) return spots;
    const ends = settings["place"] === "bypass" ? (["k", "0"] as const) : (["in", "out"] as const);
    const across = acResponse(checked.value, drive, { kind: "between", plus: ends[0], minus: ends[1] }, Float64Array.of(NOTES[0]));
    if (!across.ok) return across;
    const top = level[nearTop(hz)]!;
    const whole = referenceLevel(settings);
    const atNotes = decibels(spots.value);
    const state = part(parts, "c");
    const figures: Figure[] = [{ key: "corner", value: corner(hz, level, top), unit: "Hz" }];
    NOTES.forEach((f, i) => figures.push({ key: "level", at: String(f), value: atNotes[i]! - whole, unit: "dB" }));
    figures.push({ key: "level", at: "1k", value: level[nearIndex(hz, 1000)]! - whole, unit: "dB" });
    figures.push({ key: "phase", at: "41", value: phase[nearIndex(hz, 41)]! - phase[nearTop(hz)]!, unit: "°" });
    const seen = Math.hypot(across.value.re[0]!, across.value.im[0]!) * num(settings, "signal");
    figures.push({ key: "voltsAcross", at: "20", value: seen, unit: "V" });
    let shift = 0;
    if (settings["place"] !== "bypass") {
      const point = operatingPoint(checked.value);
      if (!point.ok) return point;
      shift = point.value.volts.get("out")!;
      figures.push({ key: "dcShift", value: shift, unit: "V" });
    }
    const warnings: Warning[] = [];
    if (state.kind === "works" && seen > DISTORTION_VOLTS) warnings.push({ code: "distortion", slot: "c", volts: seen });
    if (state.kind === "open" || atNotes[1]! - whole < -20) warnings.push({ code: "muted", decibels: atNotes[1]! - whole });
    return {
      ok: true,
      value: {
        figures,
        curves: [{ key: "response", axis: "frequency", unit: "dB", x: hz, y: level.map((v) => v - whole) }],
        symptom: -(atNotes[1]! - whole),
        warnings,
        stress: { c: { volts: Math.abs(settings["place"] === "bypass" ? 2 : num(settings, "before")) * 1.1, ripple: 0, hertz: 41 } },
      },
    };
  },
});

/** Level with a capacitor that is a plain joint at audio, in dB. */
function referenceLevel(settings: Settings): number {
  if (settings["place"] === "bypass") return 20 * Math.log10(num(settings, "siemens") * num(settings, "collector"));
  return 20 * Math.log10(num(settings, "load") / (num(settings, "load") + num(settings, "source")));
}

const nearTop = (hz: Float64Array) => nearIndex(hz, 5000);

/** Highest frequency at which the level is 3 dB under `top`, coming from there downwards; the grid's end where it never is. */
export function corner(hz: Float64Array, level: Float64Array, top: number): number {
  const edge = top - 10 * Math.log10(2);
  for (let i = nearTop(hz); i > 0; i--) {
    if (level[i - 1]! >= edge || level[i]! < edge) continue;
    const share = (edge - level[i - 1]!) / (level[i]! - level[i - 1]!);
    return hz[i - 1]! * (hz[i]! / hz[i - 1]!) ** share;
  }
  return hz[0]!;
}

function build(settings: Settings, parts: Parts): Netlist {
  const state = part(parts, "c");
  if (settings["place"] === "bypass")
    return {
      title: "Bypassed stage",
      elements: [
        { kind: "voltageSource", id: "V1", plus: "in", minus: "0", wave: { kind: "dc", value: 0 } },
        { kind: "transconductance", id: "G1", from: "out", to: "k", inPlus: "in", inMinus: "k", siemens: num(settings, "siemens") },
        { kind: "resistor", id: "Rk", a: "k", b: "0", ohms: num(settings, "emitter") },
        { kind: "resistor", id: "Rp", a: "out", b: "0", ohms: num(settings, "collector") },
        ...place("c", "k", "0", state),
      ],
    };
  return {
    title: "Coupling",
    elements: [
      {
        kind: "voltageSource",
        id: "V1",
        plus: "in",
        minus: "0",
        wave: { kind: "dc", value: num(settings, "before") },
        ohms: num(settings, "source"),
      },
      // an open part still has its stray picofarads, and a node that only they reach has a level by the load
      ...(state.kind === "open"
        ? ([{ kind: "capacitor", id: "c", a: "in", b: "out", farads: 2e-12 }] as const)
        : place("c", "in", "out", state)),
      { kind: "resistor", id: "Rg", a: "out", b: "0", ohms: num(settings, "load") },
    ],
  };
}
