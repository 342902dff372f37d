import { EigenvalueDecomposition, Matrix } from "ml-matrix";

/** Eigenvalues of a real n×n row-major matrix as pairs of real and imaginary parts, in no particular order. Empty for n = 0. */
export function eigenvalues(a: Float64Array, n: number): { re: number; im: number }[] {
  if (n === 0) return [];
  const matrix = Matrix.from1DArray(n, n, a);
  const { realEigenvalues, imaginaryEigenvalues } = new EigenvalueDecomposition(matrix);
  return realEigenvalues.map((re, i) => ({ re, im: imaginaryEigenvalues[i]! }));
}
