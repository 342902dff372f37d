import type { ShopConstants } from "../knowledge";
import type { EvidenceRegistry, Quantity } from "./kind";
import { EVIDENCE } from "./kinds";
import type { Measurement, Reading } from "./reading";

/** What counts now of one quantity. */
export interface Counted<R> {
  quantity: Quantity;
  counts: R;
  /** overruled by it: they stay on record */
  superseded: readonly R[];
  /** read in circuit after the counting reading was taken out of circuit: contradicts it if it is bad */
  later: R | null;
}

/** Everything read on one part, folded once: verdict, circuits, screens and report all read this. */
export interface Folded<R = Reading> {
  counted: ReadonlyMap<Quantity, Counted<R>>;
  /** what goes on counting whatever is read later, oldest first */
  staying: readonly R[];
  /** every reading, oldest first */
  all: readonly R[];
}

/**
 * Folds readings of one part (any order; none is dropped, only superseded). For each quantity the latest out-of-circuit reading counts
 * before any in-circuit one; among equals the later: by the place of its line where it has one, else by its time. Signs that stay (a bulge)
 * all go on counting.
 * @param wet whether the part is wet aluminium, whose C at 1 kHz is a quantity of its own
 * @param registry kinds of evidence; a reading of a kind not in it is kept in `all` and counts for nothing
 */
export function fold<R extends { takenAt: number; seq?: number; inCircuit: boolean; measurement: { kind: string } } = Reading<Measurement>>(
  constants: ShopConstants,
  readings: readonly R[],
  wet: boolean,
  registry: EvidenceRegistry = EVIDENCE,
): Folded<R> {
  const place = (r: R) => r.seq ?? r.takenAt;
  const all = [...readings].sort((a, b) => place(a) - place(b));
  const byQuantity = new Map<Quantity, R[]>();
  const staying: R[] = [];
  for (const reading of all) {
    const kind = registry.get(reading.measurement.kind);
    const quantity = kind?.quantity(reading.measurement, wet, constants) ?? null;
    if (!kind || quantity === null) continue;
    if (kind.stays(reading.measurement)) staying.push(reading);
    const sofar = byQuantity.get(quantity);
    if (sofar) sofar.push(reading);
    else byQuantity.set(quantity, [reading]);
  }
  return { all, staying, counted: new Map([...byQuantity].map(([quantity, list]) => [quantity, countOf(quantity, list)])) };
}

function countOf<R extends { inCircuit: boolean }>(quantity: Quantity, list: readonly R[]): Counted<R> {
  const last = list[list.length - 1]!;
  const counts = list.findLast((r) => !r.inCircuit) ?? last;
  return { quantity, counts, superseded: list.filter((r) => r !== counts), later: counts === last ? null : last };
}

/** The reading of a quantity that counts, or null. */
export const countingOf = <R>(folded: Folded<R>, quantity: Quantity): R | null => folded.counted.get(quantity)?.counts ?? null;
