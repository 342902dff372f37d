/** Exceptional shifts are tried every so many steps that split nothing off: they break a cycle of steps that lead nowhere. */
const EXCEPTIONAL_EVERY = 10;
/** From so many steps on what is under rounding of the whole matrix splits off too. */
const PATIENT = 20;
/** No matrix in practice needs a tenth of it; beyond it the least entry that couples splits off, so that every call ends. */
const MAX_STEPS = 300;

/**
 * Eigenvalues of a real n×n row-major matrix of finite numbers as pairs of real and imaginary parts, in no particular order. Empty for
 * n = 0. Each is right to rounding against the largest of them. Ends for every matrix.
 *
 * Householder reduction to Hessenberg form, then QR steps in complex numbers with the shift of Wilkinson (Golub and Van Loan, Matrix
 * Computations, chapter 7). The common package of the registry sets no limit to its steps and goes round for ever on some matrices.
 */
export function eigenvalues(a: Float64Array, n: number): { re: number; im: number }[] {
  const largest = a.reduce((most, x) => Math.max(most, Math.abs(x)), 0);
  if (!(largest > 0 && largest < Infinity)) return Array.from({ length: n }, () => ({ re: 0, im: 0 }));
  const h = hessenberg(
    a.map((x) => x / largest),
    n,
  );
  const noise = 16 * n * Number.EPSILON * n;
  return splitOff(h, n).map(({ re, im }) => ({ re: re * largest, im: Math.abs(im) <= noise ? 0 : im * largest }));
}

/** An orthogonally similar matrix with nothing below its first subdiagonal. */
function hessenberg(h: Float64Array, n: number): Float64Array {
  const v = new Float64Array(n);
  for (let k = 0; k < n - 2; k++) {
    let below = 0;
    for (let i = k + 1; i < n; i++) below = Math.hypot(below, h[i * n + k]!);
    if (below === 0) continue;
    const first = h[(k + 1) * n + k]!;
    const sign = first < 0 ? -1 : 1;
    let square = 0;
    for (let i = k + 1; i < n; i++) {
      v[i] = h[i * n + k]! / below + (i === k + 1 ? sign : 0);
      square += v[i]! * v[i]!;
    }
    for (let j = k; j < n; j++) {
      let dot = 0;
      for (let i = k + 1; i < n; i++) dot += v[i]! * h[i * n + j]!;
      for (let i = k + 1; i < n; i++) h[i * n + j]! -= ((2 * dot) / square) * v[i]!;
    }
    for (let i = 0; i < n; i++) {
      let dot = 0;
      for (let j = k + 1; j < n; j++) dot += h[i * n + j]! * v[j]!;
      for (let j = k + 1; j < n; j++) h[i * n + j]! -= ((2 * dot) / square) * v[j]!;
    }
    for (let i = k + 2; i < n; i++) h[i * n + k] = 0;
  }
  return h;
}

interface Complex {
  re: number;
  im: number;
}

/** Eigenvalues of a Hessenberg matrix: QR steps on its last block until one splits off, then on what is left. */
function splitOff(h: Float64Array, n: number): Complex[] {
  const re = h;
  const im = new Float64Array(n * n);
  const size = (i: number, j: number) => Math.hypot(re[i * n + j]!, im[i * n + j]!);
  const norm = Math.sqrt(h.reduce((sum, x) => sum + x * x, 0));
  const out: Complex[] = [];
  let last = n - 1;
  let steps = 0;
  while (last >= 0) {
    const floor = steps >= PATIENT ? Number.EPSILON * norm : Number.MIN_VALUE;
    let first = last;
    while (first > 0) {
      const coupled = size(first, first - 1);
      if (coupled <= Math.max(floor, Number.EPSILON * (size(first, first) + size(first - 1, first - 1)))) break;
      first--;
    }
    if (first > 0) re[first * n + first - 1] = im[first * n + first - 1] = 0;
    if (first === last) {
      out.push({ re: re[last * n + last]!, im: im[last * n + last]! });
      last--;
      steps = 0;
    } else if (steps >= MAX_STEPS) {
      const at = leastCoupled(first, last, size);
      re[at * n + at - 1] = im[at * n + at - 1] = 0;
      steps = 0;
    } else {
      const exceptional = steps > 0 && steps % EXCEPTIONAL_EVERY === 0;
      const shift = exceptional
        ? { re: re[last * n + last]! + 0.75 * size(last, last - 1), im: im[last * n + last]! + 0.4375 * size(last, last - 1) }
        : wilkinson(re, im, n, last);
      qrStep(re, im, { n, first, last, shift });
      steps++;
    }
  }
  return out;
}

function leastCoupled(first: number, last: number, size: (i: number, j: number) => number): number {
  let least = last;
  for (let i = first + 1; i < last; i++) if (size(i, i - 1) < size(least, least - 1)) least = i;
  return least;
}

const root = ({ re, im }: Complex): Complex => {
  const size = Math.hypot(re, im);
  const r = Math.sqrt((size + Math.abs(re)) / 2);
  if (r === 0) return { re: 0, im: 0 };
  return re >= 0 ? { re: r, im: im / (2 * r) } : { re: Math.abs(im) / (2 * r), im: im < 0 ? -r : r };
};

/** The eigenvalue of the last two rows and columns that is nearer to the last entry. */
function wilkinson(re: Float64Array, im: Float64Array, n: number, last: number): Complex {
  const at = (i: number, j: number): Complex => ({ re: re[i * n + j]!, im: im[i * n + j]! });
  const [a, b, c, d] = [at(last - 1, last - 1), at(last - 1, last), at(last, last - 1), at(last, last)];
  const half = { re: (a.re - d.re) / 2, im: (a.im - d.im) / 2 };
  const bc = { re: b.re * c.re - b.im * c.im, im: b.re * c.im + b.im * c.re };
  const s = root({ re: half.re * half.re - half.im * half.im + bc.re, im: 2 * half.re * half.im + bc.im });
  // of half ± s the smaller one is nearer
  const sign = half.re * s.re + half.im * s.im > 0 ? -1 : 1;
  return { re: d.re + half.re + sign * s.re, im: d.im + half.im + sign * s.im };
}

/** One QR step with a shift on the block from `first` to `last`, by rotations. */
function qrStep(re: Float64Array, im: Float64Array, of: { n: number; first: number; last: number; shift: Complex }): void {
  const { n, first, last, shift } = of;
  const rotations: { cr: number; ci: number; sr: number; si: number }[] = [];
  for (let k = first; k <= last; k++) {
    re[k * n + k]! -= shift.re;
    im[k * n + k]! -= shift.im;
  }
  for (let k = first; k < last; k++) {
    const [p, q] = [k * n, (k + 1) * n];
    const r = Math.hypot(re[p + k]!, im[p + k]!, re[q + k]!, im[q + k]!);
    const [cr, ci, sr, si] = r === 0 ? [1, 0, 0, 0] : [re[p + k]! / r, im[p + k]! / r, re[q + k]! / r, im[q + k]! / r];
    rotations.push({ cr, ci, sr, si });
    for (let j = k; j <= last; j++) {
      const [xr, xi, yr, yi] = [re[p + j]!, im[p + j]!, re[q + j]!, im[q + j]!];
      re[p + j] = cr * xr + ci * xi + sr * yr + si * yi;
      im[p + j] = cr * xi - ci * xr + sr * yi - si * yr;
      re[q + j] = cr * yr - ci * yi - (sr * xr - si * xi);
      im[q + j] = cr * yi + ci * yr - (sr * xi + si * xr);
    }
  }
  rotations.forEach(({ cr, ci, sr, si }, step) => {
    const k = first + step;
    for (let i = first; i <= Math.min(k + 2, last); i++) {
      const p = i * n + k;
      const [xr, xi, yr, yi] = [re[p]!, im[p]!, re[p + 1]!, im[p + 1]!];
      re[p] = xr * cr - xi * ci + yr * sr - yi * si;
      im[p] = xr * ci + xi * cr + yr * si + yi * sr;
      re[p + 1] = yr * cr + yi * ci - (xr * sr + xi * si);
      im[p + 1] = yi * cr - yr * ci - (xi * sr - xr * si);
    }
  });
  for (let k = first; k <= last; k++) {
    re[k * n + k]! += shift.re;
    im[k * n + k]! += shift.im;
  }
}
