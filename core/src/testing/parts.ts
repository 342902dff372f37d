import { fold, type Measurement, type Reading } from "../evidence";
import { ESR_NORMS, STANDARD_CONSTANTS } from "../knowledge";
import { isWetAluminium, usualTolerance, type CapacitorPart, type Technology } from "../part";
import { farads, hertz, ohms, volts } from "../units";
import { judge, type JudgingContext, type Counterpart, type VerdictState } from "../verdict";

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
  norms: ESR_NORMS,
  datasheet: null,
  bulgeDecides: true,
  mustClimb: false,
  constants: STANDARD_CONSTANTS,
  working: null,
  following: null,
  ...over,
});

export const folded = (readings: readonly Reading[], of: CapacitorPart) =>
  fold(STANDARD_CONSTANTS, readings, isWetAluminium(of.technology));

/** The verdict on a list of readings, as the job gives it. */
export const verdictOn = (readings: readonly Reading[], ctx: JudgingContext, counterparts: readonly Counterpart[] = []) =>
  judge(folded(readings, ctx.part), ctx, counterparts);

export const counterpartOf = (designator: string, readings: readonly Reading[], of: CapacitorPart, state: VerdictState): Counterpart => ({
  designator,
  folded: folded(readings, of),
  state,
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
