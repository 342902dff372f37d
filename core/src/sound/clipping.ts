import { decibels } from "./bands";
import type { Ticks } from "./ticks";

interface Clipping {
  threshold: number;
  share: number;
  side: "both" | "positive" | "negative";
  over: number;
}

/** Samples in the last part of a top against those next to it: of a round top as many, of a flat one many times as many. */
const PILES_UP = 5;
const MIN_COUNT = 24;
/** Share of them that are as high as the one before. */
const MIN_FLAT = 0.3;
const MAX_SHARE = 0.6;
/** Below it the steps of a sample are too coarse to tell a flat top. */
const MIN_LEVEL = 0.02;

/** Flat tops of one channel; null where its tops are round. A sine's samples crowd at its top too, but not in the last part of it. */
export function findClipping({ positive, negative, samples }: Ticks): Clipping | null {
  const sides = ([positive, negative] as const).flatMap((top, i) => {
    const ratio = top.last / Math.max(1, top.next);
    const flat = top.level >= MIN_LEVEL && top.last >= MIN_COUNT && ratio >= PILES_UP && top.flat >= MIN_FLAT * top.last;
    return flat ? [{ side: i === 0 ? ("positive" as const) : ("negative" as const), ...top, ratio }] : [];
  });
  const share = sides.reduce((a, s) => a + s.last, 0) / samples;
  // what lies at its top nearly always is a steady voltage
  if (sides.length === 0 || share > MAX_SHARE) return null;
  return {
    threshold: decibels(Math.max(...sides.map((s) => s.level)) ** 2),
    share,
    side: sides.length === 2 ? "both" : sides[0]!.side,
    over: decibels(Math.max(...sides.map((s) => s.ratio)) / PILES_UP),
  };
}
