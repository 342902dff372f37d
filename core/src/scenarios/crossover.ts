import { type CrossoverKind, CROSSOVER_TABLE, crossoverFacts } from "./crossover.facts";
import type { Result } from "../units";
import {
  acResponse,
  decibels,
  impedance,
  logFrequencies,
  nearIndex,
  checkNetlist,
  highest,
  type CheckedNetlist,
  type CircuitIssue,
  lowest,
  type CircuitElement,
  type Netlist,
} from "../circuit";
import { num, part, place, type Figure, type Parts, solvedBy, type Scenario, type Settings, type Warning, isCoarse } from "./scenario";

const DRIVE = { kind: "source", element: "V1" } as const;

const SENSE = { kind: "between", plus: "driver", minus: "0" } as const;

const levels = [1000, 2000, 4000, 8000, 16_000] as const;

export const crossover: Scenario = solvedBy(crossoverFacts, {
  netlist: build,
  solve(settings, parts, options) {
    const checked = checkNetlist(build(settings, parts));
    if (!checked.ok) return checked;
    const hz = logFrequencies(20, 20e3, isCoarse(options) ? 121 : 301);
    const out = acResponse(checked.value, DRIVE, SENSE, hz);
    if (!out.ok) return out;
    const level = decibels(out.value);
    const spots = acResponse(checked.value, DRIVE, SENSE, Float64Array.from(levels));
    if (!spots.ok) return spots;
    const load = acResponse(checked.value, DRIVE, { kind: "current", element: "V1" }, hz);
    if (!load.ok) return load;
    const ohms = load.value.re.map((re, i) => 1 / Math.hypot(re, load.value.im[i]!));
    const band = bandOf(settings);
    const loss = -meanLevel(hz, level, band);
    const full = passLevel(checked.value, settings, hz, level);
    if (!full.ok) return full;
    const figures: Figure[] = [{ key: "corner", value: edgeFrequency(hz, level, settings, full.value), unit: "Hz" }];
    decibels(spots.value).forEach((v, i) => figures.push({ key: "level", at: `${levels[i]! / 1000}k`, value: v, unit: "dB" }));
    figures.push({ key: "bandLevel", value: -loss, unit: "dB" });
    figures.push({ key: "loadAtLeast", value: lowest(ohms), unit: "Ω" });
    const warnings: Warning[] = loss > 15 ? [{ code: "muted", decibels: -loss }] : [];
    return {
      ok: true,
      value: {
        figures,
        curves: [
          { key: "response", axis: "frequency", unit: "dB", x: hz, y: level },
          { key: "impedance", axis: "frequency", unit: "Ω", x: hz, y: ohms },
        ],
        symptom: loss,
        warnings,
        stress: Object.fromEntries(
          crossover.slots(settings).map((s) => [s.key, { volts: 30, ripple: 0, hertz: num(settings, "crossing") }]),
        ),
      },
    };
  },
});

/** The two octaves in which the driver is meant to play flat: judged there, not by a −3 dB corner, which a muted driver still has. */
function bandOf(settings: Settings): readonly [number, number] {
  const f = num(settings, "crossing");
  const kind = settings["kind"] as CrossoverKind;
  if (kind === "band1") return [f, num(settings, "crossingTop")];
  return kind.startsWith("high") ? [1.5 * f, Math.min(6 * f, 20e3)] : [f / 6, f / 1.5];
}

function meanLevel(hz: Float64Array, level: Float64Array, [from, to]: readonly [number, number]): number {
  // corners that meet or cross leave a band of one point, never none
  const [a, b] = [nearIndex(hz, Math.min(from, to)), nearIndex(hz, Math.max(from, to))];
  let s = 0;
  for (let i = a; i <= b; i++) s += level[i]!;
  return s / (b - a + 1);
}

/** Index of the far end of the band: its middle for a band pass. */
function farEnd(hz: Float64Array, settings: Settings): number {
  const band = bandOf(settings);
  const kind = settings["kind"] as CrossoverKind;
  return nearIndex(hz, kind === "band1" ? Math.sqrt(band[0] * band[1]) : kind.startsWith("low") ? band[0] : band[1]);
}

/**
 * Level of the pass band, in dB. A first-order section still falls at the end of its band: what it passes in full is asked a hundred
 * corners on, where it is off by under 0.001 dB. A voice coil or a resonance has no such level: there the highest of the band counts.
 */
function passLevel(netlist: CheckedNetlist, settings: Settings, hz: Float64Array, level: Float64Array): Result<number, CircuitIssue> {
  const kind = settings["kind"] as CrossoverKind;
  const far = level[farEnd(hz, settings)]!;
  if (kind !== "high1" && kind !== "low1") return { ok: true, value: far };
  if (num(settings, "voiceCoil") > 0 || num(settings, "resonance") > 0) {
    const [a, b] = bandOf(settings).map((f) => nearIndex(hz, f)) as [number, number];
    return { ok: true, value: highest(level.subarray(Math.min(a, b), Math.max(a, b) + 1)) };
  }
  const away = num(settings, "crossing") * (kind === "high1" ? FAR_AWAY : 1 / FAR_AWAY);
  const spot = acResponse(netlist, DRIVE, SENSE, Float64Array.of(away));
  return spot.ok ? { ok: true, value: decibels(spot.value)[0]! } : spot;
}

const FAR_AWAY = 100;

/** Where the level is 3 dB under that of the pass band, coming from the far end of the band. */
function edgeFrequency(hz: Float64Array, level: Float64Array, settings: Settings, full: number): number {
  const low = (settings["kind"] as CrossoverKind).startsWith("low");
  const far = farEnd(hz, settings);
  const edge = full - 10 * Math.log10(2);
  const step = low ? 1 : -1;
  for (let i = far; i + step >= 0 && i + step < hz.length; i += step) {
    if (level[i + step]! >= edge) continue;
    const share = (level[i]! - edge) / (level[i]! - level[i + step]!);
    return hz[i]! * (hz[i + step]! / hz[i]!) ** share;
  }
  return low ? hz.at(-1)! : hz[0]!;
}

function build(settings: Settings, parts: Parts): Netlist {
  const [r, f] = [num(settings, "driver"), num(settings, "crossing")];
  const kind = settings["kind"] as CrossoverKind;
  const second = settings["alignment"] === "linkwitzRiley" ? CROSSOVER_TABLE.secondLinkwitzRiley : CROSSOVER_TABLE.secondButterworth;
  const coil = (id: string, a: string, b: string, entry: number, at = f): CircuitElement => ({
    kind: "inductor",
    id,
    a,
    b,
    henries: (entry * r) / at,
    dcr: COIL_OHMS,
  });
  const c = (id: string, a: string, b: string): CircuitElement[] => {
    const state = part(parts, id);
    // an open part in line leaves a few picofarads of stray between its wires
    return state.kind === "open" && b !== "0" ? [{ kind: "capacitor", id, a, b, farads: 5e-12 }] : place(id, a, b, state);
  };
  const t = CROSSOVER_TABLE;
  const section: Record<CrossoverKind, () => CircuitElement[]> = {
    high1: () => c("c1", "in", "tap"),
    high2: () => [...c("c1", "in", "tap"), coil("l1", "tap", "0", second.l)],
    high3: () => [...c("c1", "in", "mid"), coil("l1", "mid", "0", t.thirdButterworthHigh.l), ...c("c2", "mid", "tap")],
    low1: () => [coil("l1", "in", "tap", t.first.l)],
    low2: () => [coil("l1", "in", "tap", second.l), ...c("c1", "tap", "0")],
    low3: () => [
      coil("l1", "in", "mid", t.thirdButterworthLow.l1),
      ...c("c1", "mid", "0"),
      coil("l2", "mid", "tap", t.thirdButterworthLow.l2),
    ],
    band1: () => [...c("c1", "in", "mid"), coil("l1", "mid", "tap", t.first.l, num(settings, "crossingTop"))],
  };
  return { title: `Crossover, ${kind}`, elements: [source(settings), ...section[kind](), ...driver(settings)] };
}

/** Winding resistance of a crossover coil in ohms: small against a driver (common practice). */
const COIL_OHMS = 0.05;

const source = (settings: Settings): CircuitElement => ({
  kind: "voltageSource",
  id: "V1",
  plus: "in",
  minus: "0",
  wave: { kind: "dc", value: 0 },
  ohms: num(settings, "amplifierOhms"),
});

function driver(settings: Settings): CircuitElement[] {
  const out: CircuitElement[] = [];
  const series = num(settings, "seriesOhms");
  out.push({ kind: "resistor", id: "Rseries", a: "tap", b: "driver", ohms: Math.max(series, 1e-6) });
  const fs = num(settings, "resonance");
  const top = fs > 0 ? "motion" : "0";
  const coil = num(settings, "voiceCoil");
  if (coil > 0) out.push({ kind: "inductor", id: "Rdriver", a: "driver", b: top, henries: coil, dcr: num(settings, "driver") });
  else out.push({ kind: "resistor", id: "Rdriver", a: "driver", b: top, ohms: num(settings, "driver") });
  if (fs > 0) {
    // moving mass and stiffness as seen electrically: parallel L, C and R with their peak at fs, mechanical Q of 3 (common practice)
    const peak = num(settings, "resonancePeak");
    const w = 2 * Math.PI * fs;
    out.push(
      { kind: "resistor", id: "Rmotion", a: "motion", b: "0", ohms: Math.max(peak, 1e-3) },
      { kind: "capacitor", id: "Cmotion", a: "motion", b: "0", farads: 3 / (w * Math.max(peak, 1e-3)) },
      { kind: "inductor", id: "Lmotion", a: "motion", b: "0", henries: Math.max(peak, 1e-3) / (3 * w) },
    );
  }
  return out;
}

/**
 * Ohms in series with a low-ESR part that bring back the level of the part it replaces: the difference of their ESR, 0 when the new one
 * has more. Exact for a part in line with the driver at any frequency where ESR does not change. Ohms in, ohms out.
 */
export const restoringOhms = (originalEsr: number, newEsr: number): number => Math.max(0, originalEsr - newEsr);

/** Largest level difference in dB between two sides over a band of their common grid: what a listener hears as off-centre. */
export function sideMismatch(hz: Float64Array, left: Float64Array, right: Float64Array, from: number, to: number): number {
  let worst = 0;
  for (let i = nearIndex(hz, from); i <= nearIndex(hz, to); i++) worst = Math.max(worst, Math.abs(left[i]! - right[i]!));
  return worst;
}

/** Impedance in ohms that a section shows its amplifier with the parts given, over a grid. */
export function sectionImpedance(settings: Settings, parts: Parts, hz: Float64Array) {
  const netlist = build({ ...settings, amplifierOhms: 0 }, parts);
  const checked = checkNetlist({ ...netlist, elements: netlist.elements.filter((e) => e.id !== "V1") });
  return checked.ok ? impedance(checked.value, "in", "0", hz) : checked;
}
