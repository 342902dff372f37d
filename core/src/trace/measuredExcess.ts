import type { Figure, ScenarioId } from "../circuit";
import type { Binding } from "./bindSlots";

const NODE_OF_SLOT: Readonly<Record<string, string>> = {
  reservoir: "rail",
  reservoir2: "rail-",
  filter1: "node1",
  filter2: "node2",
  filter3: "node3",
};

export interface MeasuredExcess {
  designator: string;
  volts: number;
  /** over what the healthy supply would show there */
  decibels: number;
}

/**
 * How far a ripple read at a supply's capacitor lies above that of the healthy supply, in dB: the size of a hum complaint where
 * somebody measured it. The latest reading of any slot's part counts; null without one. Volts are rms, as an AC meter shows them.
 */
export function measuredExcess(
  healthy: readonly Figure[],
  binding: Binding,
  points: readonly { where: string; volts: number; alternating: boolean; takenAt: number }[],
): MeasuredExcess | null {
  let latest: (MeasuredExcess & { takenAt: number }) | null = null;
  for (const [slot, designator] of Object.entries(binding)) {
    const figure = healthy.find((f) => f.key === "rippleRms" && f.at === NODE_OF_SLOT[slot]);
    if (!figure || designator === null) continue;
    for (const p of points) {
      if (!p.alternating || p.where !== designator || !(p.volts > 0) || (latest && p.takenAt <= latest.takenAt)) continue;
      latest = { designator, volts: p.volts, decibels: 20 * Math.log10(p.volts / figure.value), takenAt: p.takenAt };
    }
  }
  return latest && { designator: latest.designator, volts: latest.volts, decibels: latest.decibels };
}

/**
 * How much must be lost for a unit to do what it is complained of, where that is plain without measuring: a loop that swings by
 * itself has used up all the margin it had when healthy. Null for other circuits. `healthy` is the symptom of the healthy circuit.
 */
export const impliedExcess = (id: ScenarioId, healthy: number): number | null =>
  (id === "servoLoop" || id === "decouplingChain") && healthy < 0 ? -healthy : null;
