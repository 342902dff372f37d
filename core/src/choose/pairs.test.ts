import { expect, test } from "vitest";
import { seededRandom } from "../numeric";
import { buyToMatch } from "./pairs";

const share = (n: number, width: number, within: number): number => {
  const random = seededRandom(11);
  let matched = 0;
  const rounds = 20_000;
  for (let i = 0; i < rounds; i++) {
    const drawn = Array.from({ length: n }, () => random() * width).sort((a, b) => a - b);
    if (drawn.some((v, k) => k > 0 && v - drawn[k - 1]! <= within)) matched++;
  }
  return matched / rounds;
};

test("that many hold a pair nine times in ten, one less does not", () => {
  for (const width of [0.05, 0.1, 0.2, 0.4]) {
    const n = buyToMatch(width, 0.02);
    expect(share(n, width, 0.02), `${n} of ±${width / 2}`).toBeGreaterThan(0.89);
    if (n > 2) expect(share(n - 1, width, 0.02), `${n - 1} of ±${width / 2}`).toBeLessThan(0.91);
  }
});

test("two are enough of what is made tight, and nobody buys a bagful", () => {
  expect(buyToMatch(0.02, 0.02)).toBe(2);
  expect(buyToMatch(0.1, 0.02)).toBe(4);
  expect(buyToMatch(1, 1e-6)).toBe(30);
});
