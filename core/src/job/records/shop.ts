import type { DrawerResistor } from "../../safety";
import { amendTable, type Instrument, type TableChange } from "../../knowledge";
import type { ReadoutMeter } from "../../entry";
import type { Predicted, DiagnosisInputs, LearnedCause } from "../../diagnosis";
import type { Volts } from "../../units";
import type { References } from "../../verdict";

/** What a shop brings to every job: its meters, what it holds readings against, how low is discharged, what it knows of faults. */
export interface ShopFacts extends References {
  meters: readonly ReadoutMeter[];
  touchLimit: Volts;
  /** resistors to discharge with */
  drawer: readonly DrawerResistor[];
  diagnosis: ShopTracing;
}

/** How a shop's diagnosis differs from everyone's. */
interface ShopTracing {
  /** figures of the table it has changed, oldest first */
  changes: readonly TableChange[];
  /** causes shown in its closed jobs, since it last began to count */
  learned: readonly LearnedCause[];
}

const tables = new WeakMap<ShopTracing, Pick<DiagnosisInputs, "table" | "learned">>();

/** What a shop's meters can tell; a supply with a current limit stands on nearly every bench (common practice). */
const TELLS: Readonly<Record<ReadoutMeter["shows"], readonly Instrument[]>> = {
  esr: ["capacitorMeter"],
  capacitance: ["capacitorMeter"],
  ohmmeter: ["ohmmeter", "voltmeter", "ammeter"],
  volts: ["voltmeter"],
};
const instrumentsOf = (meters: readonly ReadoutMeter[]): ReadonlySet<Instrument> =>
  new Set<Instrument>(["benchSupply", ...meters.flatMap((m) => TELLS[m.shows])]);

/** What a diagnosis in this shop goes by; the table is put together once. */
export function diagnosisInputsOf(
  { diagnosis, meters, constants }: Pick<ShopFacts, "diagnosis" | "meters" | "constants">,
  predicted: readonly Predicted[] = [],
): DiagnosisInputs {
  let known = tables.get(diagnosis);
  if (!known) tables.set(diagnosis, (known = { table: amendTable(diagnosis.changes), learned: diagnosis.learned }));
  return { ...known, constants, predicted, instruments: instrumentsOf(meters) };
}
