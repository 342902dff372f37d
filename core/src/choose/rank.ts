import { filtersSupply, valueSetsSound, type Role } from "../part";
import { hertz, type Hertz } from "../units";
import type { CataloguePart, Grade } from "./catalogue";
import type { PositionNeeds, Schools, ShopRules } from "./needs";
import { fitNotes, lifeYears, refusals, type FitNote, type Refusal } from "./rules";

/** Why a part stands where it stands; the first of a list weighs most. */
export type Merit =
  | { code: "sameAsTwin"; twin: string }
  | { code: "exactValue" }
  | { code: "nearValue"; change: number }
  | { code: "gradeSuits"; grade: Grade }
  | { code: "lowEsr"; ohms: number }
  | { code: "life"; years: number }
  | { code: "fitsHoles" }
  | { code: "inStock"; stock: number };

export interface Assessment {
  part: CataloguePart;
  fit: "fits" | "note" | "refused";
  refusals: readonly Refusal[];
  notes: readonly FitNote[];
  merits: readonly Merit[];
  /** new value over marked value, minus 1 */
  change: number;
  /** corner of a coupling part before and after, where the next stage is known */
  corner: { was: Hertz; becomes: Hertz } | null;
  years: number | null;
  score: number;
}

export interface Ranking {
  /** best first */
  shortList: readonly Assessment[];
  /** those nearest to fitting first: fewest broken rules, then nearest value and volts; by value and volts alone where nothing fits */
  refused: readonly Assessment[];
  refusedCount: number;
}

// What the role needs, best grade first (common practice): not price and not legend.
const SUITS: Readonly<Record<"switching" | "supply" | "signal" | "other", readonly Grade[]>> = {
  switching: ["lowEsr", "longLife"],
  supply: ["longLife", "lowEsr", "general"],
  signal: ["audio", "lowLeakage", "general"],
  other: ["longLife", "general"],
};

function needOf(role: Role): keyof typeof SUITS {
  if (role === "smpsOutput" || role === "smpsStart") return "switching";
  if (filtersSupply(role)) return "supply";
  return valueSetsSound(role) || role === "bypass" ? "signal" : "other";
}

/**
 * Every candidate held against the position: those that may be fitted ranked by what the role needs, those refused with their
 * rules. Same input gives the same order (ties by price, then code).
 * @param twinSeries series already chosen for a twin, with the twin's designator: both channels get the same
 * @param others parts that were not looked at because they lie outside the bounds of the search: refused too
 * @param most how many of each list are returned; the count of refused parts is of all
 */
export function rankParts(
  parts: readonly CataloguePart[],
  needs: PositionNeeds,
  schools: Schools,
  shop: ShopRules,
  twinSeries: { series: string; twin: string } | null = null,
  most = 8,
  others = 0,
): Ranking {
  const all = parts.map((part) => assessPart(part, needs, schools, shop, twinSeries));
  const fitting = all.filter((a) => a.fit !== "refused");
  const refused = all.filter((a) => a.fit === "refused");
  fitting.sort((a, b) => b.score - a.score || a.part.priceCents - b.part.priceCents || a.part.code.localeCompare(b.part.code));
  const byVolts = (a: Assessment) => (needs.rated === null ? 0 : Math.abs(Math.log(a.part.rated / needs.rated)));
  const nearest = (a: Assessment, b: Assessment) => Math.abs(a.change) - Math.abs(b.change) || byVolts(a) - byVolts(b);
  refused.sort(
    (a, b) => (fitting.length > 0 ? a.refusals.length - b.refusals.length : 0) || nearest(a, b) || a.part.code.localeCompare(b.part.code),
  );
  return { shortList: fitting.slice(0, most), refused: refused.slice(0, most), refusedCount: refused.length + others };
}

/** One part held against one position. */
export function assessPart(
  part: CataloguePart,
  needs: PositionNeeds,
  schools: Schools,
  shop: ShopRules,
  twinSeries: { series: string; twin: string } | null,
): Assessment {
  const broken = refusals(part, needs, schools, shop);
  const notes = fitNotes(part, needs, shop);
  const change = part.nominal / needs.nominal - 1;
  const years = lifeYears(part, shop);
  const weighed = merits(part, needs, shop, change, years, twinSeries);
  // a part that is not in the drawer costs a week; forming leads costs a minute
  const minus = notes.reduce(
    (sum, n) => sum + (n.code === "notInStock" ? 15 : n.code === "shortLife" || n.code === "rippleLow" ? 10 : 4),
    0,
  );
  return {
    part,
    fit: broken.length > 0 ? "refused" : notes.length > 0 ? "note" : "fits",
    refusals: broken,
    notes,
    merits: weighed.map((w) => w.merit),
    change,
    corner: cornerShift(part, needs),
    years,
    score: weighed.reduce((sum, w) => sum + w.weight, 0) - minus - PRICE_WEIGHT * Math.log10(1 + part.priceCents),
  };
}

// Ten times the price weighs as much as a formed lead: price breaks ties among parts that suit.
const PRICE_WEIGHT = 3;

function merits(
  part: CataloguePart,
  needs: PositionNeeds,
  shop: ShopRules,
  change: number,
  years: number | null,
  twinSeries: { series: string; twin: string } | null,
): { merit: Merit; weight: number }[] {
  const list: { merit: Merit; weight: number }[] = [];
  const grades = SUITS[needOf(needs.role)];
  const place = grades.indexOf(part.grade);
  if (twinSeries?.series === part.series) list.push({ merit: { code: "sameAsTwin", twin: twinSeries.twin }, weight: 40 });
  if (Math.abs(change) < 1e-6) list.push({ merit: { code: "exactValue" }, weight: 30 });
  else list.push({ merit: { code: "nearValue", change }, weight: 30 * (1 - Math.min(1, Math.abs(change) * 2)) });
  if (place >= 0) list.push({ merit: { code: "gradeSuits", grade: part.grade }, weight: 24 - 8 * place });
  if (part.esr && needOf(needs.role) === "switching")
    list.push({ merit: { code: "lowEsr", ohms: part.esr.ohms }, weight: 8 / (1 + part.esr.ohms) });
  if (years !== null) list.push({ merit: { code: "life", years }, weight: Math.min(10, (10 * years) / (2 * shop.targetYears)) });
  if (needs.pitch !== null && part.pitch !== null && Math.abs(part.pitch - needs.pitch) <= 0.3)
    list.push({ merit: { code: "fitsHoles" }, weight: 6 });
  if (part.stock > 0) list.push({ merit: { code: "inStock", stock: part.stock }, weight: 2 });
  // far more volts than needed means more room and, on old wet parts, more leakage while it forms
  const excess = needs.rated === null ? 1 : part.rated / needs.rated;
  if (excess > 2) list[0]!.weight -= 4 * Math.log2(excess / 2);
  return list.sort((a, b) => b.weight - a.weight);
}

function cornerShift(part: CataloguePart, needs: PositionNeeds): Assessment["corner"] {
  if (needs.role !== "coupling" || needs.following === null || !(needs.following > 0)) return null;
  const corner = (c: number) => hertz(1 / (2 * Math.PI * needs.following! * c));
  return { was: corner(needs.nominal), becomes: corner(part.nominal) };
}
