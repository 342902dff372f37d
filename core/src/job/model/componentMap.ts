import type { PositionModel } from "./jobModel";
import type { LaidModel } from "./notes";

/** One place on the sheet: what stands there, how it lies, and where it is found in the other channels. */
export interface ComponentMapRow {
  position: PositionModel;
  laid: LaidModel | null;
  /** designators of the same place in the other channels */
  others: readonly string[];
  /** it lies against most of its section, or its plus goes where that of most does not */
  reversed: boolean;
  /** designators of counterparts that lie another way than it does */
  counterpartsOtherWay: readonly string[];
}

interface ComponentMap {
  /** null: what all channels share, or a unit without channels */
  channel: string | null;
  /** channels it serves */
  serves: readonly string[];
  sections: readonly { section: string; rows: readonly ComponentMapRow[] }[];
}

/** Channels of a job in the order they come up. */
export const channelsOf = (positions: readonly PositionModel[]): string[] => [...new Set(positions.flatMap((p) => p.channel ?? []))];

/**
 * One sheet for all identical channels: every place of the channel named, or of what is common where it is null, by section; what lies
 * against its neighbours is called out. A unit that names no channels has one sheet with everything.
 */
export function componentMap(positions: readonly PositionModel[], laid: readonly LaidModel[], channel: string | null): ComponentMap {
  const lies = new Map(laid.map((l) => [l.name, l]));
  const own = positions.filter((p) => p.channel === channel);
  const sections = [...new Set(own.map((p) => p.section))].map((section) => {
    const rows = own.filter((p) => p.section === section);
    const usual = {
      points: most(rows.map((p) => lies.get(p.designator)?.points ?? null)),
      plus: most(rows.map((p) => lies.get(p.designator)?.plus ?? null)),
    };
    return { section, rows: rows.map((position): ComponentMapRow => rowOf(position, lies, usual)) };
  });
  const others = new Set(own.flatMap((p) => p.counterparts.flatMap((t) => positions.find((o) => o.designator === t)?.channel ?? [])));
  return { channel, serves: [...(channel === null ? [] : [channel]), ...others], sections };
}

function rowOf(
  position: PositionModel,
  lies: ReadonlyMap<string, LaidModel>,
  usual: { points: string | null; plus: string | null },
): ComponentMapRow {
  const laid = lies.get(position.designator) ?? null;
  const against = (mine: string | null, theirs: string | null) => mine !== null && theirs !== null && mine !== theirs;
  const counterpartsOtherWay = position.counterparts.filter((t) => against(laid?.points ?? null, lies.get(t)?.points ?? null));
  return {
    position,
    laid,
    others: position.counterparts,
    reversed: against(laid?.points ?? null, usual.points) || against(laid?.plus ?? null, usual.plus),
    counterpartsOtherWay,
  };
}

/** What more than half of those that say anything say; null where there is no such, or only one says anything. */
function most<T extends string>(said: readonly (T | null)[]): T | null {
  const known = said.filter((s): s is T => s !== null);
  if (known.length < 2) return null;
  return known.find((s) => known.filter((o) => o === s).length > known.length / 2) ?? null;
}
