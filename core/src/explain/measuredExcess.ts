import type { Figure, ScenarioFacts, Settings } from "../scenarios";
import type { Binding } from "./bindSlots";

export interface MeasuredExcess {
  designator: string;
  volts: number;
  form: "rms" | "peakToPeak";
  /** over what the healthy supply would show there */
  decibels: number;
}

/**
 * How far a ripple read at a supply's capacitor lies above that of the healthy supply at that very node, in dB: the size of a hum
 * complaint where somebody measured it. Of each part the latest reading counts, of several parts the worst; null without one. Volts rms,
 * as an AC meter shows them, are held against the healthy rms, peak to peak against the healthy peak to peak: no shape is assumed.
 */
export function measuredExcess(
  scenario: Pick<ScenarioFacts, "measuredAt">,
  settings: Settings,
  healthy: readonly Figure[],
  binding: Binding,
  points: readonly { where: string; volts: number; form: "dc" | "rms" | "peakToPeak"; takenAt: number }[],
): MeasuredExcess | null {
  const nodes = scenario.measuredAt(settings);
  const read = Object.entries(binding).flatMap(([slot, designator]): MeasuredExcess[] => {
    const node = nodes[slot];
    const alternating = points.filter((p) => p.where === designator && p.form !== "dc" && p.volts > 0);
    const latest = alternating.reduce<(typeof alternating)[number] | null>((l, p) => (l && l.takenAt > p.takenAt ? l : p), null);
    if (!latest || node === undefined || latest.form === "dc") return [];
    const figure = healthy.find((f) => f.key === (latest.form === "rms" ? "rippleRms" : "ripple") && f.at === node);
    if (!figure) return [];
    const decibels = 20 * Math.log10(latest.volts / figure.value);
    return [{ designator: latest.where, volts: latest.volts, form: latest.form, decibels }];
  });
  return read.reduce<MeasuredExcess | null>((worst, r) => (worst && worst.decibels >= r.decibels ? worst : r), null);
}
