/**
 * Factors the n×n row-major matrix `a` into L·U in place, with partial pivoting; row swaps go into `order`.
 * Returns −1, or the column at which the matrix is singular: its pivot is under n·ε times the largest entry that column had.
 * Measured against the column, since conductances of one board span fifteen decades. Allocates nothing.
 */
export function luFactorInPlace(a: Float64Array, n: number, order: Int32Array): number {
  for (let i = 0; i < n; i++) order[i] = i;
  for (let k = 0; k < n; k++) {
    let best = k;
    let size = Math.abs(a[k * n + k]!);
    for (let i = k + 1; i < n; i++) {
      const candidate = Math.abs(a[i * n + k]!);
      if (candidate > size) {
        size = candidate;
        best = i;
      }
    }
    let largest = size;
    for (let i = 0; i < k; i++) largest = Math.max(largest, Math.abs(a[i * n + k]!));
    if (!(size > n * Number.EPSILON * 1e-4 * largest)) return k; // NaN fails too
    if (best !== k) {
      for (let j = 0; j < n; j++) {
        const t = a[k * n + j]!;
        a[k * n + j] = a[best * n + j]!;
        a[best * n + j] = t;
      }
      const t = order[k]!;
      order[k] = order[best]!;
      order[best] = t;
    }
    const pivot = 1 / a[k * n + k]!;
    for (let i = k + 1; i < n; i++) {
      const f = a[i * n + k]! * pivot;
      if (f === 0) continue;
      a[i * n + k] = f;
      for (let j = k + 1; j < n; j++) a[i * n + j] = a[i * n + j]! - f * a[k * n + j]!;
    }
  }
  return -1;
}

/** Solves the system factored by `luFactorInPlace` for right-hand side `b` into `x`; `x` and `b` must differ. Allocates nothing. */
export function luSolve(lu: Float64Array, n: number, order: Int32Array, b: Float64Array, x: Float64Array): void {
  for (let i = 0; i < n; i++) {
    let s = b[order[i]!]!;
    for (let j = 0; j < i; j++) s -= lu[i * n + j]! * x[j]!;
    x[i] = s;
  }
  for (let i = n - 1; i >= 0; i--) {
    let s = x[i]!;
    for (let j = i + 1; j < n; j++) s -= lu[i * n + j]! * x[j]!;
    x[i] = s / lu[i * n + i]!;
  }
}

/**
 * Solves one complex system in place: `re` and `im` hold the n×n row-major matrix and are spent, `bRe` and `bIm` come in as the
 * right-hand side and go out as the solution. Returns −1 or the singular column. Allocates nothing.
 */
export function complexSolveInPlace(re: Float64Array, im: Float64Array, n: number, bRe: Float64Array, bIm: Float64Array): number {
  for (let k = 0; k < n; k++) {
    let best = k;
    let size = re[k * n + k]! ** 2 + im[k * n + k]! ** 2;
    for (let i = k + 1; i < n; i++) {
      const candidate = re[i * n + k]! ** 2 + im[i * n + k]! ** 2;
      if (candidate > size) {
        size = candidate;
        best = i;
      }
    }
    if (!(size > 1e-60)) return k; // siemens squared: 1e-30 S is no conductance at all; NaN fails too
    if (best !== k) {
      for (let j = k; j < n; j++) {
        const p = k * n + j;
        const q = best * n + j;
        const tr = re[p]!;
        const ti = im[p]!;
        re[p] = re[q]!;
        im[p] = im[q]!;
        re[q] = tr;
        im[q] = ti;
      }
      const tr = bRe[k]!;
      const ti = bIm[k]!;
      bRe[k] = bRe[best]!;
      bIm[k] = bIm[best]!;
      bRe[best] = tr;
      bIm[best] = ti;
    }
    const pr = re[k * n + k]! / size;
    const pi = -im[k * n + k]! / size;
    for (let i = k + 1; i < n; i++) {
      const ar = re[i * n + k]!;
      const ai = im[i * n + k]!;
      if (ar === 0 && ai === 0) continue;
      const fr = ar * pr - ai * pi;
      const fi = ar * pi + ai * pr;
      for (let j = k + 1; j < n; j++) {
        const cr = re[k * n + j]!;
        const ci = im[k * n + j]!;
        re[i * n + j] = re[i * n + j]! - (fr * cr - fi * ci);
        im[i * n + j] = im[i * n + j]! - (fr * ci + fi * cr);
      }
      bRe[i] = bRe[i]! - (fr * bRe[k]! - fi * bIm[k]!);
      bIm[i] = bIm[i]! - (fr * bIm[k]! + fi * bRe[k]!);
    }
  }
  for (let i = n - 1; i >= 0; i--) {
    let sr = bRe[i]!;
    let si = bIm[i]!;
    for (let j = i + 1; j < n; j++) {
      const cr = re[i * n + j]!;
      const ci = im[i * n + j]!;
      sr -= cr * bRe[j]! - ci * bIm[j]!;
      si -= cr * bIm[j]! + ci * bRe[j]!;
    }
    const dr = re[i * n + i]!;
    const di = im[i * n + i]!;
    const size = dr * dr + di * di;
    bRe[i] = (sr * dr + si * di) / size;
    bIm[i] = (si * dr - sr * di) / size;
  }
  return -1;
}
