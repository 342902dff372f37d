import type { CapacitorPart, JudgingContext, Measurement, Reading } from "../capacitor";
import { usualTolerance, type Technology } from "../capacitor";
import { farads, hertz, ohms, volts } from "../units";

/** A capacitor for tests: value in µF, rated volts. */
export function part(microfarads: number, rated: number, over: Partial<CapacitorPart> = {}): CapacitorPart {
  const technology: Technology = over.technology ?? "aluminium";
  return {
    designator: "C1",
    role: "decoupler",
    technology,
    nominal: farads(microfarads * 1e-6),
    rated: volts(rated),
    tolerance: usualTolerance(technology),
    ...over,
  };
}

export const context = (of: CapacitorPart, over: Partial<JudgingContext> = {}): JudgingContext => ({
  part: of,
  parallel: { kind: "unknown" },
  shelf: [],
  datasheet: null,
  ...over,
});

let clock = 0;
/** A reading a second after the one before. */
export const reading = (measurement: Measurement, inCircuit: boolean, meter: string | null = "blue"): Reading => ({
  takenAt: (clock += 1000),
  inCircuit,
  meter,
  measurement,
});

export const esr = (value: number | "over", at = 100_000): Measurement => ({
  kind: "esr",
  ohms: value === "over" ? "over" : ohms(value),
  at: hertz(at),
});
export const capacitance = (microfarads: number, at: number | "dc" = 120): Measurement => ({
  kind: "capacitance",
  farads: farads(microfarads * 1e-6),
  at: at === "dc" ? "dc" : hertz(at),
});
