import { describe, expect, test } from "vitest";
import { eigenvalues } from "./eigenvalues";
import { harmonics } from "./harmonics";
import { complexSolveInPlace, luFactorInPlace, luSolve } from "./linear";
import { seededRandom } from "./random";
import { quantile } from "./statistics";

const random = seededRandom(4);
const matrix = (n: number) => Float64Array.from({ length: n * n }, () => 2 * random() - 1);
const times = (a: Float64Array, n: number, x: Float64Array) =>
  Float64Array.from({ length: n }, (_, i) => x.reduce((s, v, j) => s + a[i * n + j]! * v, 0));

describe("LU", () => {
  test.each([1, 2, 3, 7, 20, 60])("solves a random system of %d to rounding", (n) => {
    const a = matrix(n);
    const x = Float64Array.from({ length: n }, () => random());
    const b = times(a, n, x);
    const lu = a.slice();
    const order = new Int32Array(n);
    expect(luFactorInPlace(lu, n, order)).toBe(-1);
    const got = new Float64Array(n);
    luSolve(lu, n, order, b, got);
    got.forEach((v, i) => expect(v).toBeCloseTo(x[i]!, 8));
  });
  test("one factoring serves many right-hand sides and leaves them alone", () => {
    const lu = Float64Array.of(0, 2, 1, 1); // needs its rows swapped
    const order = new Int32Array(2);
    expect(luFactorInPlace(lu, 2, order)).toBe(-1);
    const b = Float64Array.of(4, 5);
    const x = new Float64Array(2);
    luSolve(lu, 2, order, b, x);
    expect([...x]).toEqual([3, 2]);
    luSolve(lu, 2, order, Float64Array.of(2, 1), x);
    expect([...x]).toEqual([0, 1]);
    expect([...b]).toEqual([4, 5]);
  });
  test("a singular matrix is told by its column, conductances fifteen decades apart are not", () => {
    expect(luFactorInPlace(Float64Array.of(1, 2, 2, 4), 2, new Int32Array(2))).toBe(1);
    expect(luFactorInPlace(new Float64Array(9), 3, new Int32Array(3))).toBe(0);
    expect(luFactorInPlace(Float64Array.of(NaN), 1, new Int32Array(1))).toBe(0);
    expect(luFactorInPlace(Float64Array.of(1e5, 0, 0, 1e-10), 2, new Int32Array(2))).toBe(-1);
  });
});

describe("complex systems", () => {
  test.each([1, 2, 5, 12, 30])("of %d are solved as the real system of twice the size says", (n) => {
    const [re, im] = [matrix(n), matrix(n)];
    const [bRe, bIm] = [matrix(n).slice(0, n), matrix(n).slice(0, n)];
    const big = new Float64Array(4 * n * n);
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        big[i * 2 * n + j] = big[(i + n) * 2 * n + j + n] = re[i * n + j]!;
        big[(i + n) * 2 * n + j] = im[i * n + j]!;
        big[i * 2 * n + j + n] = -im[i * n + j]!;
      }
    const order = new Int32Array(2 * n);
    const want = new Float64Array(2 * n);
    expect(luFactorInPlace(big, 2 * n, order)).toBe(-1);
    luSolve(big, 2 * n, order, Float64Array.from([...bRe, ...bIm]), want);
    expect(complexSolveInPlace(re, im, n, bRe, bIm)).toBe(-1);
    bRe.forEach((v, i) => expect(v).toBeCloseTo(want[i]!, 8));
    bIm.forEach((v, i) => expect(v).toBeCloseTo(want[n + i]!, 8));
  });
  test("a column without any entry is named", () => {
    const zero = () => new Float64Array(4);
    expect(complexSolveInPlace(Float64Array.of(1, 0, 0, 0), zero(), 2, new Float64Array(2), new Float64Array(2))).toBe(1);
  });
});

test("eigenvalues of a turning, shrinking map are its pair, of a triangle its diagonal", () => {
  const turn = eigenvalues(Float64Array.of(0.6, -0.3, 0.3, 0.6), 2);
  expect(turn.map((e) => e.re)).toEqual([expect.closeTo(0.6, 12), expect.closeTo(0.6, 12)]);
  expect(turn.map((e) => Math.abs(e.im))).toEqual([expect.closeTo(0.3, 12), expect.closeTo(0.3, 12)]);
  const triangle = eigenvalues(Float64Array.of(1, 5, 9, 0, 2, 7, 0, 0, 3), 3).map((e) => e.re);
  expect(triangle.sort()).toEqual([1, 2, 3].map((v) => expect.closeTo(v, 12)));
  expect(eigenvalues(new Float64Array(0), 0)).toEqual([]);
});

test("harmonics are the amplitudes put in, the mean with its sign", () => {
  const n = 128;
  const wave = Float64Array.from({ length: n }, (_, k) => {
    const t = (2 * Math.PI * k) / n;
    return -3 + 2 * Math.sin(t + 0.4) + 0.5 * Math.cos(3 * t) + 0.01 * Math.sin(20 * t);
  });
  const h = harmonics(wave, 24);
  expect(h[0]).toBeCloseTo(-3, 12);
  expect(h[1]).toBeCloseTo(2, 12);
  expect(h[2]).toBeCloseTo(0, 12);
  expect(h[3]).toBeCloseTo(0.5, 12);
  expect(h[20]).toBeCloseTo(0.01, 12);
  expect(() => harmonics(new Float64Array(100), 4)).toThrow(RangeError);
  expect(() => harmonics(new Float64Array(16), 8)).toThrow(RangeError);
});

test("quantiles lie between neighbours, the ends at the ends", () => {
  const sorted = [1, 2, 4, 8];
  expect([0, 0.5, 1].map((q) => quantile(sorted, q))).toEqual([1, 3, 8]);
  expect(quantile(sorted, 1 / 6)).toBeCloseTo(1.5, 12);
  expect(quantile(sorted, 7)).toBe(8);
  expect(quantile([], 0.5)).toBeNaN();
});
