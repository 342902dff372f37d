import { isBad, isCondemned, type VerdictState } from "../verdict";
import type { CapacitorPart } from "../part";
import type { Slot } from "../scenarios";

/** Which position stands in which slot; null: none of the job's, the slot's own usual part. */
export type Binding = Readonly<Record<string, string | null>>;

/** The volts of a slot are an estimate: a part may be rated for a tenth less and still stand there */
const SURELY_LESS = 0.9;

/**
 * Puts the job's positions into a scenario's slots by their roles: each slot takes the first free position whose role it lists,
 * its favourite roles first; what has been chosen by hand stays. Where there is a single slot, the worst part of its roles takes
 * it: it is the one in question. A part rated for far fewer volts than stand in a slot is not put there. Positions must come in the
 * order of the job. Where a channel is named, parts of other channels stand nowhere: a circuit lies in one of them.
 */
export function bindSlots(
  slots: readonly Slot[],
  positions: readonly (Pick<CapacitorPart, "designator" | "role"> & {
    nominal?: number;
    rated?: number | null;
    verdict?: VerdictState;
    channel?: string | null;
  })[],
  chosen: Binding = {},
  channel: string | null = null,
): Binding {
  const out: Record<string, string | null> = {};
  const taken = new Set<string>();
  const known = new Set(positions.map((p) => p.designator));
  for (const { key } of slots) {
    const hand = chosen[key];
    if (hand === undefined || (hand !== null && !known.has(hand))) continue;
    out[key] = hand;
    if (hand !== null) taken.add(hand);
  }
  for (const slot of slots) {
    if (slot.key in out) continue;
    const stands = (p: { rated?: number | null }) => slot.sees === undefined || p.rated == null || p.rated >= SURELY_LESS * slot.sees;
    const here = (p: { channel?: string | null }) => channel === null || p.channel == null || p.channel === channel;
    const inOrder = slot.roles.flatMap((role) =>
      positions.filter((p) => p.role === role && !taken.has(p.designator) && stands(p) && here(p)),
    );
    const off = (p: { nominal?: number }) => Math.abs(Math.log((p.nominal ?? slot.farads) / slot.farads));
    const fits = slot.byValue ? [...inOrder].sort((a, b) => off(a) - off(b)) : inOrder;
    const worst =
      fits.find((p) => p.verdict === "open" || p.verdict === "shorted") ??
      fits.find((p) => p.verdict && isCondemned(p.verdict)) ??
      fits.find((p) => p.verdict && isBad(p.verdict));
    const first = (slots.length === 1 ? worst : undefined) ?? fits[0] ?? null;
    out[slot.key] = first?.designator ?? null;
    if (first) taken.add(first.designator);
  }
  return out;
}
