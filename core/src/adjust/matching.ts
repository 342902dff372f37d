/** One device of a handful, with what it is matched by: gain and junction volts of a transistor, or current of a valve. */
export interface Device {
  name: string;
  /** hFE, or amperes of a valve in the jig; above 0 */
  gain: number;
  /** base–emitter volts at one current; null where it is matched by the first alone */
  junction: number | null;
}

export interface Pair {
  a: string;
  b: string;
  /** of the gains, over their mean */
  gain: number;
  /** V; null where one was not read */
  junction: number | null;
  difference: number;
}

/** Junction volts that count as much as a tenth of gain (common practice: 10 mV against 10 %). */
const VOLTS_LIKE_A_TENTH = 0.01;

/**
 * How far two devices are apart: the share of their mean gain by which they differ, the difference of their junction volts (null where one
 * was not read), and both in one figure, in which 10 mV count as a tenth.
 */
export function difference(a: Device, b: Device): Pair {
  const gain = Math.abs(a.gain - b.gain) / ((a.gain + b.gain) / 2);
  const junction = a.junction === null || b.junction === null ? null : Math.abs(a.junction - b.junction);
  return { a: a.name, b: b.name, gain, junction, difference: gain + (junction === null ? 0 : (junction / VOLTS_LIKE_A_TENTH) * 0.1) };
}

/** Up to this many are matched exactly; of more only those nearest in a row are tried. */
const EXACT = 16;

/**
 * The pairs that differ least in sum, out of a handful: all that can be made, or as many as are wanted. Differences are shares of the
 * gain.
 * @param devices each with a gain above 0; names differ
 * @param wanted pairs; at most half as many as there are devices
 * @throws RangeError for a gain that is not above 0 or a name that is there twice
 */
export function matchPairs(devices: readonly Device[], wanted = Math.floor(devices.length / 2)): { pairs: Pair[]; left: string[] } {
  if (devices.some((d) => !(d.gain > 0))) throw new RangeError("what is matched has a gain above 0");
  if (new Set(devices.map((d) => d.name)).size !== devices.length) throw new RangeError("a device is there twice");
  const count = Math.min(wanted, Math.floor(devices.length / 2));
  const pairs = devices.length <= EXACT ? exact(devices, count) : inARow(devices, count);
  const taken = new Set(pairs.flatMap((p) => [p.a, p.b]));
  return {
    pairs: [...pairs].sort((x, y) => x.difference - y.difference),
    left: devices.flatMap((d) => (taken.has(d.name) ? [] : [d.name])),
  };
}

/** Every way of pairing, each set of those still free worked out once. */
function exact(devices: readonly Device[], count: number): Pair[] {
  const known = new Map<string, { cost: number; pairs: readonly Pair[] }>();
  const best = (free: number, left: number): { cost: number; pairs: readonly Pair[] } => {
    if (left === 0) return { cost: 0, pairs: [] };
    const first = devices.findIndex((_, i) => free & (1 << i));
    if (first < 0) return { cost: Infinity, pairs: [] };
    const key = `${free} ${left}`;
    const before = known.get(key);
    if (before) return before;
    const rest = free & ~(1 << first);
    let found = best(rest, left);
    for (let i = first + 1; i < devices.length; i++) {
      if (!(rest & (1 << i))) continue;
      const pair = difference(devices[first]!, devices[i]!);
      const behind = best(rest & ~(1 << i), left - 1);
      if (behind.cost + pair.difference < found.cost) found = { cost: behind.cost + pair.difference, pairs: [pair, ...behind.pairs] };
    }
    known.set(key, found);
    return found;
  };
  return [...best(2 ** devices.length - 1, count).pairs];
}

/** In the order of gain, then the nearest first: of a large handful the best partner is a neighbour. */
function inARow(devices: readonly Device[], count: number): Pair[] {
  const inOrder = [...devices].sort((a, b) => a.gain - b.gain);
  const near = inOrder.flatMap((a, i) => inOrder.slice(i + 1, i + 9).map((b) => difference(a, b)));
  const taken = new Set<string>();
  const pairs: Pair[] = [];
  for (const pair of near.sort((x, y) => x.difference - y.difference)) {
    if (pairs.length === count) break;
    if (taken.has(pair.a) || taken.has(pair.b)) continue;
    taken.add(pair.a).add(pair.b);
    pairs.push(pair);
  }
  return pairs;
}
