import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { passed } from "../testing/circuits";
import { steadyState } from "../circuit";
import { eigenvalues } from "./eigenvalues";

const sorted = (a: readonly number[], n: number) => eigenvalues(Float64Array.from(a), n).sort((p, q) => p.re - q.re || p.im - q.im);

describe("eigenvalues", () => {
  test("of small matrices by hand", () => {
    expect(sorted([2, 0, 0, 3], 2)).toEqual([
      { re: 2, im: 0 },
      { re: 3, im: 0 },
    ]);
    const [a, b] = sorted([0, -4, 1, 0], 2);
    expect([a!.re, b!.re]).toEqual([expect.closeTo(0, 12), expect.closeTo(0, 12)]);
    expect([a!.im, b!.im]).toEqual([expect.closeTo(-2, 12), expect.closeTo(2, 12)]);
    expect(eigenvalues(new Float64Array(0), 0)).toEqual([]);
    expect(sorted([0, 0, 0, 0], 2)).toEqual([
      { re: 0, im: 0 },
      { re: 0, im: 0 },
    ]);
  });

  test("a matrix on which the shift of two real steps goes round for ever has its pair and its nothing", () => {
    const [low, none, high] = sorted([3e-13, 0, 0, 0, 0, -1, -9e-16, 1, 0], 3).toSorted((p, q) => p.im - q.im);
    for (const [v, im] of [
      [low, -1],
      [none, 0],
      [high, 1],
    ] as const) {
      expect(v!.re).toBeCloseTo(0, 12);
      expect(v!.im).toBeCloseTo(im, 12);
    }
  });

  test("of a cyclic permutation are the roots of one", () => {
    for (let n = 2; n <= 12; n++) {
      const a = Float64Array.from({ length: n * n }, (_, i) => (Math.floor(i / n) === ((i % n) + 1) % n ? 1 : 0));
      const angles = eigenvalues(a, n)
        .map((v) => (Math.atan2(v.im, v.re) + 2 * Math.PI + 1e-9) % (2 * Math.PI))
        .sort((p, q) => p - q);
      angles.forEach((angle, k) => expect(angle, `${n}`).toBeCloseTo((2 * Math.PI * k) / n, 7));
    }
  });

  test("of every matrix of three rows of -1, 0 and 1: their sum, the sum of their squares and their product", () => {
    const sums = (a: readonly number[]) => {
      let [re, squares] = [0, 0];
      let product = { re: 1, im: 0 };
      for (const v of eigenvalues(Float64Array.from(a), 3)) {
        re += v.re;
        squares += v.re * v.re - v.im * v.im;
        product = { re: product.re * v.re - product.im * v.im, im: product.re * v.im + product.im * v.re };
      }
      return [re, squares, product.re];
    };
    let worst = 0;
    for (let code = 0; code < 3 ** 9; code++) {
      const a = Array.from({ length: 9 }, (_, i) => (Math.floor(code / 3 ** i) % 3) - 1);
      const [m, n] = [(i: number, j: number) => a[3 * i + j]!, [0, 1, 2]];
      const trace = m(0, 0) + m(1, 1) + m(2, 2);
      const squares = n.reduce((sum, i) => sum + n.reduce((s, j) => s + m(i, j) * m(j, i), 0), 0);
      const minor = (i: number, j: number) => m(1, i) * m(2, j) - m(1, j) * m(2, i);
      const determinant = m(0, 0) * minor(1, 2) - m(0, 1) * minor(0, 2) + m(0, 2) * minor(0, 1);
      sums(a).forEach((x, k) => (worst = Math.max(worst, Math.abs(x - [trace, squares, determinant][k]!))));
    }
    expect(worst).toBeLessThan(1e-9);
  });

  // a defective matrix of three rows has its eigenvalues to the cube root of rounding
  test("scale with the matrix, however small or large it is", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 9, maxLength: 9 }),
        fc.integer({ min: -300, max: 290 }),
        (entries, decade) => {
          const by = 10 ** decade;
          const [plain, tiny] = [
            sorted(entries, 3),
            eigenvalues(
              Float64Array.from(entries, (x) => x * by),
              3,
            ),
          ];
          const trace = entries[0]! + entries[4]! + entries[8]!;
          expect(tiny.reduce((sum, v) => sum + v.re / by, 0)).toBeCloseTo(trace, 6);
          expect(Math.max(...tiny.map((v) => Math.hypot(v.re / by, v.im / by)))).toBeCloseTo(
            Math.max(...plain.map((v) => Math.hypot(v.re, v.im))),
            4,
          );
        },
      ),
    );
  });

  test("a matrix that has died away to what is hardly a number ends at once", () => {
    const dying = Float64Array.from([6.4e-305, 1.6e-313, 3e-320, 1.4e-306, 3.5e-305, 1e-320, 3e-322, 1e-318, 2e-306]);
    for (const v of eigenvalues(dying, 3)) expect(Math.hypot(v.re, v.im)).toBeLessThan(1e-300);
  });

  test("a circuit whose every state dies within a period settles, and does not go round for ever", () => {
    const across = { a: "n1", b: "0" };
    const settled = steadyState(
      passed([
        { kind: "voltageSource", id: "V1", plus: "n1", minus: "0", wave: { kind: "sine", amplitude: 1, hertz: 50 }, ohms: 1 },
        { kind: "resistor", id: "R0", ...across, ohms: 100 },
        { kind: "resistor", id: "R1", ...across, ohms: 200 },
        { kind: "capacitor", id: "C1", ...across, farads: 1e-5, esr: 0.1 },
        { kind: "diode", id: "D3", anode: "n1", cathode: "0", saturation: 1e-9, emission: 1.8, ohms: 0.05 },
        { kind: "capacitor", id: "C4", ...across, farads: 1e-5, esr: 0.1 },
        { kind: "resistor", id: "R7", ...across, ohms: 50 },
        { kind: "capacitor", id: "C8", ...across, farads: 0.000009801056619692958, esr: 0.09801056619692958 },
      ]),
      { steps: 256 },
    );
    expect(settled.ok).toBe(true);
  });
});
