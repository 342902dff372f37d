/** k·T/q at 27 °C (300.15 K), in volts: the temperature circuit simulators assume unless told otherwise. */
export const THERMAL_VOLTS = 0.025864926;

/** Slope left in a blocking junction, in siemens, so that a winding behind two blocking diodes still has a potential: 1 nA at 100 V. */
const BLOCKING_SIEMENS = 1e-11;

/**
 * Wright's omega, the w with w + ln w = z, for real z; relative error under 1e-14 (checked against that equation in the tests).
 * One or two steps of the fourth-order iteration of Lawrence, Corless & Jeffrey, ACM TOMS 917 (2012, from memory).
 */
export function wrightOmega(z: number): number {
  if (z < -36) return Math.exp(z); // w·(1 − w) differs from w by less than the last digit
  let w = z < -1 ? Math.exp(z) : z > 1 ? z - Math.log(z) * (1 - 1 / z) : 0.567 + 0.3619 * z + 0.0737 * z * z;
  if (z < -1) w *= 1 - w * 0.7;
  for (let i = 0; i < 2; i++) {
    const r = z - w - Math.log(w);
    const w1 = 1 + w;
    const q = 2 * w1 * (w1 + (2 * r) / 3);
    w *= 1 + (r / w1) * ((q - r) / (q - 2 * r));
  }
  return w;
}

export interface DiodeLaw {
  saturation: number;
  /** emission · thermal volts */
  slopeVolts: number;
  ohms: number;
  /** ln(saturation · ohms / slopeVolts) and saturation · ohms, both in units of slopeVolts */
  offset: number;
}

/** What stays fixed of a diode with series resistance `ohms` > 0. */
export function diodeLaw(saturation: number, emission: number, ohms: number): DiodeLaw {
  const slopeVolts = emission * THERMAL_VOLTS;
  const lift = (saturation * ohms) / slopeVolts;
  return { saturation, slopeVolts, ohms, offset: Math.log(lift) + lift };
}

/**
 * Current in amperes at `v` volts across junction and series resistance together, solved in closed form by Wright's omega, and
 * its slope in siemens into `slope[at]`. Smooth and rising everywhere; far forward it is a straight line of slope 1/ohms, which
 * is what lets Newton's method take long steps without limiting.
 */
export function diodeCurrent(law: DiodeLaw, v: number, slope: Float64Array, at: number): number {
  const z = law.offset + v / law.slopeVolts;
  if (z < -60) {
    slope[at] = BLOCKING_SIEMENS;
    return -law.saturation + BLOCKING_SIEMENS * v;
  }
  const w = wrightOmega(z);
  slope[at] = w / (1 + w) / law.ohms + BLOCKING_SIEMENS;
  return (w * law.slopeVolts) / law.ohms - law.saturation + BLOCKING_SIEMENS * v;
}
