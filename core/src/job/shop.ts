import type { DrawerResistor } from "../bringUp";
import { amendTable, type Instrument, type OwnFigures, type TableChange } from "../knowledge";
import type { ReadoutMeter } from "../readout";
import type { Foretold, Knowing, LearnedCause } from "../trace";
import type { Volts } from "../units";
import type { References } from "../verdict";

/** What a shop brings to every job: its meters, what it holds readings against, how low is discharged, what it knows of faults. */
export interface ShopFacts extends References {
  meters: readonly ReadoutMeter[];
  touchLimit: Volts;
  /** resistors to discharge with */
  drawer: readonly DrawerResistor[];
  tracing: ShopTracing;
  /** figures of the trade it sets otherwise */
  figures?: OwnFigures;
}

/** How a shop's tracing differs from everyone's. */
export interface ShopTracing {
  /** figures of the table it has changed, oldest first */
  changes: readonly TableChange[];
  /** causes shown in its closed jobs, since it last began to count */
  learned: readonly LearnedCause[];
}

const tables = new WeakMap<ShopTracing, Pick<Knowing, "table" | "learned">>();

/** What a shop's meters can tell; a supply with a current limit stands on nearly every bench (common practice). */
const TELLS: Readonly<Record<ReadoutMeter["shows"], readonly Instrument[]>> = {
  esr: ["capacitorMeter"],
  capacitance: ["capacitorMeter"],
  ohmmeter: ["ohmmeter", "voltmeter", "ammeter"],
  volts: ["voltmeter"],
};
const instrumentsOf = (meters: readonly ReadoutMeter[]): ReadonlySet<Instrument> =>
  new Set<Instrument>(["benchSupply", ...meters.flatMap((m) => TELLS[m.shows])]);

/** What a tracing in this shop goes by; the table is put together once. */
export function knowingOf(
  { tracing, meters, figures }: Pick<ShopFacts, "tracing" | "meters" | "figures">,
  foretold: readonly Foretold[] = [],
): Knowing {
  let known = tables.get(tracing);
  if (!known) tables.set(tracing, (known = { table: amendTable(tracing.changes), learned: tracing.learned }));
  return { ...known, figures, foretold, instruments: instrumentsOf(meters) };
}
