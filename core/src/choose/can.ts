import { packEnclose, packSiblings } from "d3-hierarchy";
import { filtersSupply, type CapacitorPart } from "../part";
import type { Millimetres, Volts } from "../units";
import type { CataloguePart } from "./catalogue";

/** One section of a can, with what was chosen in its place. */
export interface CanSection extends CapacitorPart {
  designator: string;
  /** DC across it, where it is known */
  working: Volts | null;
  diameter: Millimetres | null;
  height: Millimetres | null;
  chosen: CataloguePart | null;
}

/** A body seen from above: centre and radius, mm. */
interface Footprint {
  designator: string;
  x: number;
  y: number;
  r: number;
}

/** A whole can made into loose parts. */
export interface CanPlan {
  /** what its sections have in common: C40 of C40A and C40B */
  stem: string;
  /** the one that works on the most first: nearest to the rectifier */
  sections: readonly CanSection[];
  /** sections nobody has chosen a part for yet */
  undecided: readonly string[];
  /** energy of all of them at what stands across them, J */
  joules: number;
  /** hundredths; null where a price or a part is missing */
  cents: number | null;
  /** how the chosen bodies stand closest together */
  footprints: readonly Footprint[];
  /** diameter of the smallest circle round them, mm */
  around: number;
  /** height of the tallest, mm */
  tallest: number;
  /** whether they go into the emptied can, a millimetre of wall and one of sleeve left; null where a size is missing */
  inside: boolean | null;
}

const STEM = /^(.*\d)[A-F]$/;

/** Designators of the other sections of the same can; none for anything else. Sections are lettered: C40A, C40B. */
export function canOf(designator: string, technology: CapacitorPart["technology"], all: readonly string[]): string[] {
  const stem = STEM.exec(designator)?.[1];
  return stem === undefined || technology !== "can" ? [] : all.filter((o) => o !== designator && STEM.exec(o)?.[1] === stem);
}

/** Wall of the can and sleeves of what goes in, mm. */
const WALL = 2;

/**
 * The sections of one can as loose parts with a shared common.
 * @param sections all sections of the can, at least two
 * @throws RangeError for fewer
 */
export function canPlan(sections: readonly CanSection[]): CanPlan {
  if (sections.length < 2) throw new RangeError("a can with one section is one part");
  const volts = (s: CanSection) => Math.abs(s.working ?? s.rated ?? 0);
  // the reservoir stands before what it feeds, the rest by falling volts
  const first = (s: CanSection) => (s.role === "reservoir" ? 0 : filtersSupply(s.role) ? 1 : 2);
  const inOrder = [...sections].sort((a, b) => first(a) - first(b) || volts(b) - volts(a) || a.designator.localeCompare(b.designator));
  const chosen = inOrder.flatMap(({ designator, chosen: part }) => (part ? [{ designator, part }] : []));
  const circles = packSiblings(chosen.map(({ designator, part }) => ({ designator, r: part.diameter / 2 })));
  const ring = packEnclose(circles) ?? { x: 0, y: 0, r: 0 };
  const complete = chosen.length === sections.length;
  const prices = chosen.map(({ part }) => part.priceCents);
  const room = inOrder.find((s) => s.diameter !== null && s.height !== null);
  const tallest = Math.max(0, ...chosen.map(({ part }) => part.height));
  return {
    stem: STEM.exec(inOrder[0]!.designator)?.[1] ?? inOrder[0]!.designator,
    sections: inOrder,
    undecided: inOrder.flatMap((s) => (s.chosen === null ? [s.designator] : [])),
    joules: inOrder.reduce((sum, s) => sum + (s.nominal * volts(s) ** 2) / 2, 0),
    cents: complete && prices.every((p) => p !== null) ? prices.reduce<number>((sum, p) => sum + (p ?? 0), 0) : null,
    footprints: circles.map(({ designator, x, y, r }) => ({ designator, x: x - ring.x, y: y - ring.y, r })),
    around: 2 * ring.r,
    tallest,
    inside: !complete || room === undefined ? null : 2 * ring.r <= room.diameter! - WALL && tallest <= room.height! - WALL,
  };
}
