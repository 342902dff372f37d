import type { ShopConstants } from "../../knowledge";
import type { SupplyKind, UnitKind } from "../../device";
import type { Observation } from "../../evidence";
import type { Farads, Volts } from "../../units";
import type { StoredObservation } from "./records";

/** A stored observation of one kind. */
export type Of<K extends Observation["kind"]> = StoredObservation & { observation: Extract<Observation, { kind: K }> };

export const isOf =
  <K extends Observation["kind"]>(kind: K) =>
  (o: StoredObservation): o is Of<K> =>
    o.observation.kind === kind;

/** What else the unit is judged by. */
export interface UnitContext {
  /** markings of the capacitors and whether each lies on the mains, by designator; volts null where none are marked */
  capacitors: ReadonlyMap<string, { nominal: Farads; rated: Volts | null; onMains: boolean }>;
  /** whether the unit is switched on as far as the record says, at the place of a line */
  energisedAt: (seq: number) => boolean;
  /** share of the mains the unit was set to at the place of a line; null where it stood on its full mains or no step was entered */
  reducedMainsAt: (seq: number) => number | null;
  /**
   * whether it ran at or after the place of a line, so that something can be said of what the line changed; true where it takes no power
   */
  ranSince: (seq: number) => boolean;
  unitKind: UnitKind;
  supplyKind: SupplyKind;
  ageYears: number | null;
  /** rms; null where there is no mains */
  mains: number | null;
  /** figures of the trade the shop sets otherwise */
  constants: ShopConstants;
}
