import type { ShopConstants } from "../knowledge";

/** What a reading is about: readings of one quantity supersede each other. */
export type Quantity = "esr" | "esrLow" | "capacitance" | "capacitanceHigh" | "insulation" | "look" | "behaviour" | "word";

/** Everything the rest of the house must know of one kind of evidence; registering it is all that adding one takes. */
export interface EvidenceKind<M extends { kind: string } = { kind: string }> {
  kind: M["kind"];
  /** the quantity it is a reading of; null for one that stands beside the others and is only shown */
  quantity(measurement: M, wet: boolean, constants: ShopConstants): Quantity | null;
  /** whether hands are inside the unit while it is taken */
  hands: boolean;
  /** its size, where it can be compared with one of a counterpart or of another meter: SI units of its quantity */
  magnitude(measurement: M): number | null;
  /** whether every such reading goes on counting, whatever is said later: a bulge does not heal */
  stays(measurement: M): boolean;
}

export type EvidenceRegistry = ReadonlyMap<string, EvidenceKind>;

/** Kinds by name. @throws RangeError when two share one */
export function evidenceRegistry(kinds: readonly EvidenceKind[]): EvidenceRegistry {
  const map = new Map(kinds.map((k) => [k.kind, k]));
  if (map.size !== kinds.length) throw new RangeError(`${kinds.length} kinds of evidence, ${map.size} different names`);
  return map;
}
