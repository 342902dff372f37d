import { BANDS, bandEdges, bandMid, decibels } from "./bands";
import type { Spectra } from "./spectra";

// Two channels of one programme, or two recordings of one thing, band by band.

/** Level of each third octave, dBFS; null where the spectrum does not reach. */
export function bandLevels(power: Float64Array, step: number): (number | null)[] {
  return BANDS.map((n) => {
    // a bin is as wide as its step: of those at the edges a part belongs to the band
    const [low, high] = bandEdges(n).map((hz) => hz / step + 0.5) as [number, number];
    const [a, b] = [Math.floor(low), Math.floor(high)];
    if (a < 1 || b >= power.length || high - low < 1) return null;
    let sum = (1 - (low - a)) * power[a]! + (high - b) * power[b]!;
    for (let k = a + 1; k < b; k++) sum += power[k]!;
    return decibels(2 * sum);
  });
}

export interface Balance {
  /** dB by which the first is weaker, in the middle of the bands */
  difference: number;
  /** dB that the first lacks below and above, against its own middle; with the corner where 3 dB are missing */
  bass: { missing: number; corner: number } | null;
  treble: { missing: number; corner: number } | null;
}

const MIDDLE = [400, 2000] as const;
const BASS_TO = 125;
const MIN_BANDS = 6;
/** Share of the bands that differ least, by which the level is told. */
const MIN_LACKING = 0.3;
const TREBLE_FROM = 4000;
/** dBFS a band must hold to be compared */
const MIN_BAND = -100;
const CORNER_DB = 3;

/** How the first of two spectra differs from the second, in third octaves both reach; null where too little of both is there. */
export function balanceOf(a: Pick<Spectra, "step">, first: Float64Array, second: Float64Array, stepOfSecond = a.step): Balance | null {
  const [la, lb] = [bandLevels(first, a.step), bandLevels(second, stepOfSecond)];
  const lacks = BANDS.map((n, i) => {
    const [x, y] = [la[i], lb[i]];
    return x == null || y == null || Math.max(x, y) < MIN_BAND ? null : { hz: bandMid(n), dB: y - x };
  }).filter((b) => b !== null);
  if (lacks.length < MIN_BANDS) return null;
  const median = (list: readonly number[]) => [...list].sort((x, y) => x - y)[list.length >> 1]!;
  // what is the same in every band is level; a side that lacks more lacks treble or bass: the rest tells the level
  const nearest = [...lacks].sort((x, y) => Math.abs(x.dB) - Math.abs(y.dB));
  const base = median(nearest.slice(0, Math.max(3, Math.round(MIN_LACKING * nearest.length))).map((x) => x.dB));
  const side = (bands: typeof lacks, outward: 1 | -1) => {
    if (bands.length < 2) return null;
    const missing = median(bands.map((b) => b.dB)) - base;
    // from the middle outward, the last place before 3 dB are missing and stay so
    const ordered = [...lacks]
      .sort((x, y) => outward * (x.hz - y.hz))
      .filter((b) => outward * (b.hz - (outward > 0 ? MIDDLE[0] : MIDDLE[1])) >= 0);
    const at = ordered.findIndex((b, i) => ordered.slice(i).every((c) => c.dB - base >= CORNER_DB * 0.8) && b.dB - base >= CORNER_DB * 0.8);
    const [near, far] = [ordered[at - 1], ordered[at]];
    const corner =
      !far || !near
        ? (far?.hz ?? bands[0]!.hz)
        : near.hz * (far.hz / near.hz) ** Math.min(1, Math.max(0, (CORNER_DB - (near.dB - base)) / Math.max(0.1, far.dB - near.dB)));
    return { missing, corner };
  };
  return {
    difference: base,
    bass: side(
      lacks.filter((b) => b.hz <= BASS_TO),
      -1,
    ),
    treble: side(
      lacks.filter((b) => b.hz >= TREBLE_FROM),
      1,
    ),
  };
}
