// Samples at a fraction of their rate, as they come: for what is slow and must be seen finely.

interface Decimator {
  /** takes samples, gives those that are left; what it gives is overwritten by the next push */
  push(samples: Float32Array, count: number): { samples: Float32Array; count: number };
}

/** Taps of a low pass of windowed sinc (Blackman): −6 dB at `cut` of the rate, unity at 0 Hz. */
function lowPass(taps: number, cut: number): Float64Array {
  const mid = (taps - 1) / 2;
  const h = Float64Array.from({ length: taps }, (_, i) => {
    const x = i - mid;
    const sinc = x === 0 ? 2 * cut : Math.sin(2 * Math.PI * cut * x) / (Math.PI * x);
    const t = (2 * Math.PI * (i + 1)) / (taps + 1);
    return sinc * (0.42 - 0.5 * Math.cos(t) + 0.08 * Math.cos(2 * t));
  });
  const sum = h.reduce((a, b) => a + b, 0);
  return h.map((x) => x / sum);
}

/** Keeps every `factor`-th sample behind a filter of its own; a filter of odd length, worked out only where a sample is kept. */
export function stage(factor: number, h: Float64Array): Decimator {
  const taps = h.length;
  const mid = (taps - 1) / 2;
  // folded, and without the taps that are nothing: of a half band every other one
  const pairs = Array.from({ length: mid }, (_, k) => k + 1).filter((k) => Math.abs(h[mid + k]!) > 1e-9);
  const at = Int32Array.from(pairs);
  const weight = Float64Array.from(pairs, (k) => h[mid + k]!);
  const centre = h[mid]!;
  let line = new Float32Array(taps);
  let held = 0;
  let out = new Float32Array(1024);
  return {
    push(samples, count) {
      if (line.length < held + count) {
        const longer = new Float32Array(held + count + taps);
        longer.set(line.subarray(0, held));
        line = longer;
      }
      line.set(samples.subarray(0, count), held);
      const there = held + count;
      if (out.length < count) out = new Float32Array(count);
      const x = line;
      const y = out;
      const many = at.length;
      let n = 0;
      let from = 0;
      for (; from + taps <= there; from += factor) {
        const c = from + mid;
        let sum = centre * x[c]!;
        for (let k = 0; k < many; k++) {
          const off = at[k]!;
          sum += weight[k]! * (x[c - off]! + x[c + off]!);
        }
        y[n++] = sum;
      }
      line.copyWithin(0, from, there);
      held = Math.max(0, there - from);
      return { samples: out, count: n };
    },
  };
}

/**
 * Halves the rate by a short half-band filter that is as flat as it can be at both ends (Lagrange): what is kept is narrow against the
 * rate, so seven taps are enough. Written out, for it sees every sample.
 */
function halve(): Decimator {
  const taps = 7;
  let line = new Float32Array(1024);
  let held = 0;
  let out = new Float32Array(1024);
  return {
    push(samples, count) {
      if (line.length < held + count) {
        const longer = new Float32Array(held + count + taps);
        longer.set(line.subarray(0, held));
        line = longer;
        out = new Float32Array(longer.length);
      }
      line.set(samples.subarray(0, count), held);
      const there = held + count;
      const x = line;
      const y = out;
      let n = 0;
      let c = 3;
      for (; c + 3 < there; c += 2) y[n++] = 0.5 * x[c]! + 0.28125 * (x[c - 1]! + x[c + 1]!) - 0.03125 * (x[c - 3]! + x[c + 3]!);
      const from = c - 3;
      line.copyWithin(0, from, there);
      held = Math.max(0, there - from);
      return { samples: out, count: n };
    },
  };
}

/** From here up the band that is kept is narrow enough for the short filter. */
const SHORT_FROM = 16_000;

/** A rate near 3 kHz that is left of another after halving it some times. */
export function slowRate(rate: number): { halvings: number; rate: number } {
  const halvings = Math.max(0, Math.floor(Math.log2(rate / 2700)));
  return { halvings, rate: rate / 2 ** halvings };
}

/** What is kept goes to here, Hz. */
const PASS = 1000;

/** Halvings down to near 3 kHz: flat within 0.1 dB to 1 kHz, 60 dB down where it would fold there. */
export function makeDecimator(rate: number): Decimator {
  const { halvings } = slowRate(rate);
  const stages = Array.from({ length: halvings }, (_, i) => {
    const own = rate / 2 ** i;
    if (own >= SHORT_FROM) return halve();
    const transition = (own / 2 - 2 * PASS) / own;
    const m = Math.max(1, Math.ceil((5.6 / transition - 3) / 4));
    return stage(2, lowPass(4 * m + 3, 0.25));
  });
  return {
    push: (samples, count) => stages.reduce((left, s) => s.push(left.samples, left.count), { samples, count }),
  };
}

/** From a slow rate to one near 100 a second: flat to 25 Hz, 70 dB down from 75 Hz on. */
export function makeSlower(slow: number): { decimator: Decimator; rate: number } {
  const factor = Math.max(1, Math.round(slow / 100));
  const taps = 2 * Math.ceil((2.9 * slow) / 50) + 1;
  return { decimator: stage(factor, lowPass(taps, 50 / slow)), rate: slow / factor };
}
