import { memory, practice, type KnowledgeRow } from "./row";

/** Every rule that is a single figure. A new one is a row here; its id is then known to `figure`. */
export const ROWS = [
  { id: "esr.soundRatio", value: 1.25, unit: "×", source: practice, sure: "usual", note: "worn begins over this many times the expectation" },
  { id: "esr.failedRatio", value: 2, unit: "×", source: practice, sure: "usual", note: "failed begins over this many times the expectation" },
  { id: "esr.floor", value: 0.3, unit: "Ω", source: practice, sure: "usual", note: "no hand-held tells limits under this apart below 1000 µF" },
  { id: "esr.floorFailed", value: 0.5, unit: "Ω", source: practice, sure: "usual", note: "failed never begins under this below 1000 µF" },
  { id: "esr.largeFrom", value: 1e-3, unit: "F", source: practice, sure: "firm", note: "from here up a part counts as a large reservoir" },
  { id: "esr.largeFloor", value: 0.05, unit: "Ω", source: practice, sure: "usual", note: "no hand-held tells limits under this from 1000 µF up" },
  { id: "esr.allowance", value: 0.02, unit: "Ω", source: practice, sure: "usual", note: "a display step and the contact of the leads" },
  { id: "esr.nearZero", value: 0.02, unit: "Ω", source: practice, sure: "usual", note: "under this a small part and its leads cannot read: maybe a short" },
  { id: "esr.nearZeroLarge", value: 0.003, unit: "Ω", source: practice, sure: "rough", note: "the same from 1000 µF up" },
  { id: "esr.openRatio", value: 50, unit: "×", source: practice, sure: "usual", note: "an open part reads over this many times the expectation" },
  { id: "esr.openOhms", value: 100, unit: "Ω", source: practice, sure: "usual", note: "and over this" },
  { id: "esr.tradeFrom", value: 20_000, unit: "Hz", source: practice, sure: "usual", note: "trade norms are for meters from here up" },
  { id: "esr.likeFrequency", value: 0.2, unit: "share", source: practice, sure: "usual", note: "references count within this of the reading's frequency" },
  { id: "c.half", value: 0.5, unit: "share", source: practice, sure: "usual", note: "failed below this share of the marked value" },
  { id: "c.tooHigh", value: 0.3, unit: "share", source: practice, sure: "usual", note: "failed when this far over the upper tolerance: charged through a leak" },
  { id: "c.nearlyGone", value: 0.02, unit: "share", source: practice, sure: "usual", note: "below this share a part is open" },
  { id: "c.underReadsFrom", value: 800, unit: "Hz", source: practice, sure: "usual", note: "from here up a bridge under-reads wet parts of high ESR" },
  { id: "c.modelAgrees", value: 0.25, unit: "share", source: practice, sure: "rough", note: "a 1 kHz reading this near the series model agrees with it" },
  { id: "c.crossover", value: 0.05, unit: "share", source: practice, sure: "usual", note: "crossover parts are held to this" },
  { id: "c.tone", value: 0.1, unit: "share", source: practice, sure: "usual", note: "tone parts are held to this" },
  { id: "short.ohms", value: 3, unit: "Ω", source: practice, sure: "usual", note: "an ohmmeter with its leads shows up to about an ohm on a short" },
  { id: "short.highVolts", value: 100, unit: "V", source: practice, sure: "usual", note: "on a part rated for this and more" },
  { id: "short.highOhms", value: 1000, unit: "Ω", source: practice, sure: "usual", note: "hundreds of ohms are a short for its supply" },
  { id: "leak.share", value: 0.01, unit: "1/s", source: memory("IEC 60384-4, form"), sure: "usual", note: "leakage a wet part may have: this times C times V" },
  { id: "leak.least", value: 3e-6, unit: "A", source: memory("IEC 60384-4, form"), sure: "usual", note: "or this, whichever is greater" },
  { id: "film.insulation", value: 3e9, unit: "Ω", source: memory("IEC 60384-2, form"), sure: "usual", note: "insulation of film, paper and ceramic up to 0.33 µF" },
  { id: "film.smallUpTo", value: 0.33e-6, unit: "F", source: memory("IEC 60384-2, form"), sure: "usual", note: "the bound for that" },
  { id: "film.product", value: 1000, unit: "s", source: memory("IEC 60384-2, form"), sure: "usual", note: "R times C above it" },
  { id: "coupling.shift", value: 0.1, unit: "V", source: practice, sure: "rough", note: "DC a leak may put on the next stage" },
  { id: "twins.ratio", value: 2, unit: "×", source: practice, sure: "usual", note: "one this far from the median of its twins is suspect inside its limits" },
  { id: "twins.shown", value: 1.2, unit: "×", source: practice, sure: "usual", note: "a ratio from here up is shown" },
  { id: "twins.sides", value: 0.05, unit: "share", source: practice, sure: "usual", note: "crossover and tone: left against right" },
  { id: "meters.disagree", value: 2, unit: "×", source: practice, sure: "usual", note: "two meters this far apart are named" },
  { id: "meter.reading", value: 0.05, unit: "share", source: practice, sure: "usual", note: "how far an out-of-circuit reading may be off" },
  { id: "meter.inCircuit", value: 0.25, unit: "share", source: practice, sure: "rough", note: "how far an in-circuit reading may be off" },
  { id: "neighbour.better", value: 4, unit: "×", source: practice, sure: "rough", note: "a low-ESR neighbour reads this much under the typical figure" },
] as const satisfies readonly KnowledgeRow[]; // prettier-ignore

export type FigureId = (typeof ROWS)[number]["id"];

/** Rows by their id. @throws RangeError when two rows share one */
export function byId<R extends { id: string }>(rows: readonly R[]): ReadonlyMap<string, R> {
  const map = new Map(rows.map((row) => [row.id, row]));
  if (map.size !== rows.length) throw new RangeError(`${rows.length} rows, ${map.size} different ids`);
  return map;
}

const KNOWN = byId<KnowledgeRow>(ROWS);

/**
 * The value of a rule, in the unit of its row.
 * @example figure("esr.soundRatio") // 1.25
 */
export const figure = (id: FigureId): number => KNOWN.get(id)!.value;
