import { EigenvalueDecomposition, Matrix } from "ml-matrix";

/** Entries this far under the largest are nothing: the iteration looks for a remainder it can no longer tell from rounding, and never ends. */
const NOTHING = 1e-100;

/**
 * Eigenvalues of a real n×n row-major matrix of finite numbers as pairs of real and imaginary parts, in no particular order. Empty for
 * n = 0. Each is right to rounding against the largest of them; what is 1e-100 of it or less comes out as 0.
 */
export function eigenvalues(a: Float64Array, n: number): { re: number; im: number }[] {
  if (n === 0) return [];
  const largest = a.reduce((most, x) => Math.max(most, Math.abs(x)), 0);
  if (!(largest > 0 && largest < Infinity)) return Array.from({ length: n }, () => ({ re: 0, im: 0 }));
  const scaled = a.map((x) => (Math.abs(x) / largest < NOTHING ? 0 : x / largest));
  const { realEigenvalues, imaginaryEigenvalues } = new EigenvalueDecomposition(Matrix.from1DArray(n, n, scaled));
  return realEigenvalues.map((re, i) => ({ re: re * largest, im: imaginaryEigenvalues[i]! * largest }));
}
