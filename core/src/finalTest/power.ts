/** How volts over a load were read: rms, or peak to peak off a screen. */
type LoadVolts = "rms" | "peakToPeak";

/** rms of a sine from how it was read. Volts in, volts rms out. */
export const rmsOf = (volts: number, form: LoadVolts): number => (form === "rms" ? volts : volts / (2 * Math.SQRT2));

/**
 * Power of a sine in a load, V²/R, watts.
 * @throws RangeError unless the load has more than 0 Ω
 * @example powerIn(20, 8) // 50 W
 */
export function powerIn(volts: number, ohms: number, form: LoadVolts = "rms"): number {
  if (!(ohms > 0)) throw new RangeError("a load has more than 0 Ω");
  return rmsOf(volts, form) ** 2 / ohms;
}

/** dB between two powers; −Infinity for none. @throws RangeError unless the second is above 0 */
export function powerDb(watts: number, against: number): number {
  if (!(against > 0)) throw new RangeError("dB are against something");
  return 10 * Math.log10(Math.max(watts, 0) / against);
}

/** dB between two voltages. @throws RangeError unless both are above 0 */
export function voltsDb(volts: number, against: number): number {
  if (!(volts > 0) || !(against > 0)) throw new RangeError("dB are between volts above 0");
  return 20 * Math.log10(volts / against);
}

/** What is read off a screen: divisions by what one stands for. */
interface Screen {
  /** divisions from peak to peak, and volts a division */
  high?: { divisions: number; each: number };
  /** divisions of one cycle, and seconds a division */
  wide?: { divisions: number; each: number };
}
/**
 * What a screen shows, from divisions and settings: peak to peak and rms volts of a sine, Hz by its period; null where the height or the
 * width was not read.
 */
export function offScreen({ high, wide }: Screen): { peakToPeak: number | null; rms: number | null; hertz: number | null } {
  const peakToPeak = high ? high.divisions * high.each : null;
  const seconds = wide ? wide.divisions * wide.each : 0;
  return { peakToPeak, rms: peakToPeak === null ? null : rmsOf(peakToPeak, "peakToPeak"), hertz: seconds > 0 ? 1 / seconds : null };
}
