import { figure, type ShopConstants } from "../knowledge";
import {
  amperes,
  joules,
  seconds,
  watts,
  type Amperes,
  type Farads,
  type Joules,
  type Ohms,
  type Seconds,
  type Volts,
  type Watts,
} from "../units";

/** A resistor lying in the shop's drawer. */
export interface DrawerResistor {
  value: Ohms;
  rated: Watts;
  /** the element's own voltage limit */
  limit: Volts;
}

/** Energy in a charged capacitor, C·V²/2, in joules. Exact. */
export function storedEnergy(capacitance: Farads, across: Volts): Joules {
  return joules((capacitance * across ** 2) / 2);
}

/**
 * Time for an RC discharge from `from` down to `to` volts: R·C·ln(from/to), in seconds; 0 where it is there already.
 * Exact for a fixed resistor and no recharging. Sign of the volts is ignored. @throws RangeError unless |to| is above 0
 */
export function timeToVolts(resistance: Ohms, capacitance: Farads, from: Volts, to: Volts): Seconds {
  const [high, low] = [Math.abs(from), Math.abs(to)];
  if (!(low > 0)) throw new RangeError(`an RC discharge never reaches ${to} V`);
  return seconds(high <= low ? 0 : resistance * capacitance * Math.log(high / low));
}

export type DischargeRefusal =
  | { code: "arc"; amperes: Amperes }
  | { code: "peakPower"; peak: Watts; limit: Watts }
  | { code: "energy"; energy: Joules; limit: Joules }
  | { code: "elementVoltage"; across: Volts; limit: Volts }
  | { code: "tooSlow"; seconds: Seconds };

export interface DischargePlan {
  resistor: DrawerResistor;
  energy: Joules;
  peakCurrent: Amperes;
  peakPower: Watts;
  /** R·C */
  tau: Seconds;
  to60: Seconds;
  to30: Seconds;
  to5: Seconds;
  refusals: readonly DischargeRefusal[];
}

// IEC 60115-1 short-time overload at 2.5 × rated volts, that is 6.25 × rated watts, for 5 s (from memory).
const OVERLOAD = 6.25;
const OVERLOAD_SECONDS = 5;
// Above this a probe arcs and welds; a few ohms on hundreds of volts damage part and finger alike (common practice).
const ARC_AMPERES = 5;

/**
 * What happens when this resistor is put across this capacitor: energy, first current and power, times, and every reason
 * against it, by the limits of standards and by the time the shop takes over one (`charge.patience`). Volts of either sign. An empty
 * `refusals` means it will do.
 */
export function dischargePlan(constants: ShopConstants, capacitance: Farads, across: Volts, resistor: DrawerResistor): DischargePlan {
  const v = Math.abs(across) as Volts;
  const energy = storedEnergy(capacitance, v);
  const peakCurrent = amperes(v / resistor.value);
  const peakPower = watts(v ** 2 / resistor.value);
  const to = (target: number) => timeToVolts(resistor.value, capacitance, v, target as Volts);
  const plan = {
    resistor,
    energy,
    peakCurrent,
    peakPower,
    tau: seconds(resistor.value * capacitance),
    to60: to(60),
    to30: to(30),
    to5: to(5),
  };
  return { ...plan, refusals: refusalsOf(constants, plan, v) };
}

function refusalsOf(constants: ShopConstants, plan: Omit<DischargePlan, "refusals">, across: Volts): DischargeRefusal[] {
  const { resistor, energy, peakCurrent, peakPower, to5 } = plan;
  const powerLimit = watts(OVERLOAD * resistor.rated);
  const energyLimit = joules(powerLimit * OVERLOAD_SECONDS);
  const refusals: DischargeRefusal[] = [];
  if (peakCurrent > ARC_AMPERES) refusals.push({ code: "arc", amperes: peakCurrent });
  if (across > resistor.limit) refusals.push({ code: "elementVoltage", across, limit: resistor.limit });
  if (peakPower > powerLimit) refusals.push({ code: "peakPower", peak: peakPower, limit: powerLimit });
  if (energy > energyLimit) refusals.push({ code: "energy", energy, limit: energyLimit });
  if (to5 > figure(constants, "charge.patience")) refusals.push({ code: "tooSlow", seconds: to5 });
  return refusals;
}

/**
 * Plans for every resistor of the drawer, those that will do first and the fastest of them at the top; then the refused ones,
 * fewest reasons first. An empty drawer gives an empty list.
 */
export function dischargePlans(
  constants: ShopConstants,
  capacitance: Farads,
  across: Volts,
  drawer: readonly DrawerResistor[],
): DischargePlan[] {
  return drawer
    .map((resistor) => dischargePlan(constants, capacitance, across, resistor))
    .sort((a, b) => a.refusals.length - b.refusals.length || a.tau - b.tau);
}

/**
 * Points of the discharge curve for a chart: `points` (2 or more) pairs of seconds and volts from 0 to 7 R·C, where under a
 * thousandth is left.
 */
export function dischargeCurve(plan: DischargePlan, across: Volts, points: number): { seconds: number; volts: number }[] {
  if (!(points >= 2)) throw new RangeError(`a curve needs at least 2 points, got ${points}`);
  const end = 7 * plan.tau;
  return Array.from({ length: points }, (_, i) => {
    const t = (end * i) / (points - 1);
    return { seconds: t, volts: Math.abs(across) * Math.exp(-t / plan.tau) };
  });
}
