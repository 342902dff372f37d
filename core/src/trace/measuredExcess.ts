import type { Figure, Scenario } from "../scenarios";
import type { Binding } from "./bindSlots";

export interface MeasuredExcess {
  designator: string;
  volts: number;
  form: "rms" | "peakToPeak";
  /** over what the healthy supply would show there */
  decibels: number;
}

/**
 * How far a ripple read at a supply's capacitor lies above that of the healthy supply, in dB: the size of a hum complaint where
 * somebody measured it. The latest reading of any slot's part counts; null without one. Volts rms, as an AC meter shows them, are
 * held against the healthy rms, peak to peak against the healthy peak to peak: no shape is assumed.
 */
export function measuredExcess(
  scenario: Pick<Scenario, "measuredAt">,
  healthy: readonly Figure[],
  binding: Binding,
  points: readonly { where: string; volts: number; form: "dc" | "rms" | "peakToPeak"; takenAt: number }[],
): MeasuredExcess | null {
  let latest: (MeasuredExcess & { takenAt: number }) | null = null;
  for (const [slot, designator] of Object.entries(binding)) {
    const node = scenario.measuredAt[slot];
    for (const p of points) {
      if (p.form === "dc" || p.where !== designator || !(p.volts > 0) || (latest && p.takenAt <= latest.takenAt)) continue;
      const figure = healthy.find((f) => f.key === (p.form === "rms" ? "rippleRms" : "ripple") && f.at === node);
      if (!figure || node === undefined) continue;
      latest = { designator: p.where, volts: p.volts, form: p.form, decibels: 20 * Math.log10(p.volts / figure.value), takenAt: p.takenAt };
    }
  }
  return latest && { designator: latest.designator, volts: latest.volts, form: latest.form, decibels: latest.decibels };
}
