import { classOf } from "../part";
import type { ReadoutContext } from "./entry";
import { normaliseDesignator } from "./designator";

// Ratings as they stand on the cap of a fuse: time lag, breaking capacity and volts round the amperes (IEC 60127: FF, F, M, T, TT; L, H).
const BEFORE = /(?<=\s)(?:FF|TT|F|M|T)\s?(\d+(?:[.,]\d+)?)\s?(m?A)(?:\s?[LHE])?(?:\s?\d{2,3}\s?V)?(?=[\s,;.]|$)/gi;
const BEHIND = /(?<=\s)(\d+(?:[.,]\d+)?)\s?(m?A)\s?(?:FF|TT|[FMT])(?:\s?[LHE])?(?:\s?\d{2,3}\s?V)?(?=[\s,;.]|$)/gi;

/** A line about a fuse with ratings such as `T2A`, `F 3.15 A` or `500mAT` as plain amperes; any other line as it is. */
export function withFuseRatings(typed: string, { parts }: Pick<ReadoutContext, "parts">): string {
  const about = typed.split(/[\s,;]+/).some((word) => {
    const name = normaliseDesignator(word);
    return /^fuses?$/i.test(word) || (parts.get(name)?.class ?? classOf(name)) === "fuse";
  });
  return about ? typed.replace(BEFORE, "$1$2").replace(BEHIND, "$1$2") : typed;
}
