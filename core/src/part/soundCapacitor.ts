import { DRY_TAN_D, TAN_D, TAN_D_PER_1000_UF } from "../knowledge";
import { ohms, type Farads, type Hertz, type Ohms, type Volts } from "../units";
import type { CapacitorPart } from "./part";
import { isWetAluminium } from "./technology";

// The one model of what a sound capacitor reads: used to judge readings, in circuits, and to simulate meters.

/**
 * tan d at 120 Hz that a new general-purpose wet aluminium part must stay under, dimensionless (from memory): the table's figure,
 * between two ratings interpolated over the logarithm of the volts, with 0.02 added for every 1000 µF above 1000 µF. A part without
 * marked volts gets the widest limit, that of the lowest.
 */
export function usualTanD(nominal: Farads, rated: Volts | null): number {
  const above = rated === null ? 0 : TAN_D.findIndex(([v]) => v >= rated);
  const base = above < 0 ? TAN_D[TAN_D.length - 1]![1] : above === 0 ? TAN_D[0]![1] : between(TAN_D[above - 1]!, TAN_D[above]!, rated!);
  return base + (TAN_D_PER_1000_UF * Math.max(0, nominal - 1e-3)) / 1e-3;
}

function between([v0, d0]: readonly [number, number], [v1, d1]: readonly [number, number], volts: number): number {
  return d0 + ((d1 - d0) * Math.log(volts / v0)) / Math.log(v1 / v0);
}

/** ESR in ohms from tan d: tan d / (2·π·f·C). Exact for the series model. @throws RangeError on negative tan d */
export function esrFromTanD(tanD: number, at: Hertz, nominal: Farads): Ohms {
  return ohms(tanD / (2 * Math.PI * at * nominal));
}

/** Dissipation factor D = ESR · 2·π·f·C, dimensionless. */
export function dissipationFromEsr(esr: Ohms, at: Hertz, capacitance: Farads): number {
  return esr * 2 * Math.PI * at * capacitance;
}

/** The two halves of ESR in ohms: what the electrolyte adds at every frequency, and the oxide's share at 120 Hz, which falls as 1/f. */
export function esrShares(part: Pick<CapacitorPart, "technology" | "nominal" | "rated">): { electrolyte: number; oxideAt120: number } {
  if (!isWetAluminium(part.technology)) {
    const tanD = DRY_TAN_D[part.technology as keyof typeof DRY_TAN_D];
    return { electrolyte: 0, oxideAt120: tanD / (2 * Math.PI * 120 * part.nominal) };
  }
  const at120 = usualTanD(part.nominal, part.rated) / (2 * Math.PI * 120 * part.nominal);
  const electrolyte = 0.25 * at120 + 0.02;
  return { electrolyte, oxideAt120: at120 - electrolyte };
}

/**
 * ESR in ohms expected of a new part at 20–25 °C and `at` hertz. Wet aluminium: R + (ESR(120 Hz) − R)·120/f with
 * R = 0.25·ESR(120 Hz, tan d max) + 0.02 Ω (common practice for hand-held meters at 100 kHz), exact at 120 Hz by definition, within
 * a factor of two of real parts elsewhere. Others by their usual tan d at audio frequencies; no limit to judge by.
 */
export function soundEsr(part: Pick<CapacitorPart, "technology" | "nominal" | "rated">, at: Hertz): Ohms {
  const { electrolyte, oxideAt120 } = esrShares(part);
  return ohms(electrolyte + (oxideAt120 * 120) / at);
}

/**
 * What a bridge at `at` hertz shows as C of a series pair C and R, in farads: C / (1 + (2·π·f·R·C)²). Exact for a bridge that
 * takes the pair as parallel; it is why a dried part reads low at 1 kHz.
 */
export function bridgeReading(capacitance: number, esr: number, at: number): number {
  return capacitance / (1 + (2 * Math.PI * at * esr * capacitance) ** 2);
}
