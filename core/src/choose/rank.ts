import { SWITCHED_FROM } from "./rules/load";
import { weightOf } from "../knowledge";
import { filtersSupply, valueSetsSound, type Role } from "../part";
import type { CataloguePart, Grade } from "./catalogue";
import type { PositionNeeds, Approaches, ShopRules } from "./needs";
import {
  requirementsOf,
  fitNotes,
  fitsHoles,
  kindSuits,
  lifeYears,
  mainsClass,
  refusals,
  type Requirements,
  type FitNote,
  type Refusal,
  type Ruled,
} from "./rules";

/** Why a part stands where it stands; its code is the id of its row; the first of a list weighs most. */
export type Merit = Ruled<
  "merit",
  | { code: "sameAsCounterpart"; counterpart: string }
  | { code: "nearValue"; change: number }
  | { code: "gradeSuits"; grade: Grade }
  | { code: "kindSuits" }
  | { code: "lowEsr"; ohms: number }
  | { code: "life"; years: number }
  | { code: "fitsHoles" }
  | { code: "headroom" }
  | { code: "onShelf"; count: number }
  | { code: "inStock"; stock: number }
>;

export interface Assessment {
  part: CataloguePart;
  fit: "fits" | "note" | "refused";
  refusals: readonly Refusal[];
  notes: readonly FitNote[];
  merits: readonly Merit[];
  /** new value over marked value, minus 1 */
  change: number;
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

/** What is known beside the catalogue when a list is ranked. */
export interface RankingContext {
  approaches: Approaches;
  shop: ShopRules;
  /** series already chosen for a counterpart, with the counterpart's designator: both channels get the same */
  counterpartSeries?: { series: string; counterpart: string } | null;
  /** free parts in the shop's own drawer, by part id */
  drawer?: ReadonlyMap<number, number>;
}

// What the role needs, best grade first (common practice): not price and not legend.
const SUITS: Readonly<Record<"switching" | "supply" | "quiet" | "signal" | "mains", readonly Grade[]>> = {
  switching: ["lowEsr", "longLife"],
  supply: ["longLife", "lowEsr", "general"],
  quiet: ["lowLeakage", "audio", "general"],
  signal: ["audio", "lowLeakage", "general"],
  mains: ["safety"],
};

function needOf(role: Role): keyof typeof SUITS {
  if (role === "mainsX" || role === "mainsY") return "mains";
  if (role === "smpsOutput" || role === "smpsStart" || role === "digitalRail") return "switching";
  if (role === "timing" || role === "reference") return "quiet";
  if (filtersSupply(role)) return "supply";
  return valueSetsSound(role) || role === "bypass" ? "signal" : "supply";
}

/**
 * Every candidate held against the position: those that may be fitted ranked by what the role needs, those refused with their
 * rules. Same input gives the same order (ties by price, then code).
 * @param most how many of each list are returned; the count of refused parts is of all
 * @param others parts that were not looked at because they lie outside the bounds of the search: refused too
 */
export function rankParts(parts: readonly CataloguePart[], needs: PositionNeeds, context: RankingContext, most = 8, others = 0): Ranking {
  const of = requirementsOf(needs, context.approaches, context.shop);
  const all = parts.map((part) => assess(part, of, context));
  const fitting = all.filter((a) => a.fit !== "refused");
  const refused = all.filter((a) => a.fit === "refused");
  const price = (a: Assessment) => a.part.priceCents ?? Infinity;
  fitting.sort((a, b) => b.score - a.score || price(a) - price(b) || a.part.code.localeCompare(b.part.code));
  const byVolts = (a: Assessment) => (needs.rated === null ? 0 : Math.abs(Math.log(a.part.rated / needs.rated)));
  const nearest = (a: Assessment, b: Assessment) => Math.abs(a.change) - Math.abs(b.change) || byVolts(a) - byVolts(b);
  // where nothing fits the nearest are wanted, and a part that fails by volts is none
  const fails = (a: Assessment) =>
    Number(a.refusals.some((r) => r.code === "voltage" || r.code === "mainsVolts" || r.code === "safetyClass"));
  refused.sort(
    (a, b) =>
      (fitting.length > 0 ? a.refusals.length - b.refusals.length : fails(a) - fails(b)) ||
      nearest(a, b) ||
      a.part.code.localeCompare(b.part.code),
  );
  const listed = fitting.length > 0 ? refused : refused.filter((a) => fails(a) === 0);
  return { shortList: fitting.slice(0, most), refused: listed.slice(0, most), refusedCount: refused.length + others };
}

/** One part held against one position. */
export const assessPart = (part: CataloguePart, needs: PositionNeeds, context: RankingContext): Assessment =>
  assess(part, requirementsOf(needs, context.approaches, context.shop), context);

/** The same where what the place asks has been worked out. */
export function assess(part: CataloguePart, of: Requirements, context: RankingContext): Assessment {
  const { needs, shop } = of;
  const broken = refusals(part, of);
  const notes = fitNotes(part, of);
  const change = part.nominal / needs.nominal - 1;
  const years = lifeYears(part, needs, shop);
  const weighed = merits(part, of, context, change, years);
  const minded = notes.filter((n) => weightOf(of.shop.constants, n.code) < 0);
  return {
    part,
    fit: broken.length > 0 ? "refused" : minded.length > 0 ? "note" : "fits",
    refusals: broken,
    notes,
    merits: weighed.map((w) => w.merit),
    change,
    years,
    score:
      weighed.reduce((sum, w) => sum + w.weight, 0) +
      minded.reduce((sum, n) => sum + weightOf(of.shop.constants, n.code), 0) -
      weightOf(of.shop.constants, "cheap") * Math.log10(1 + (part.priceCents ?? UNKNOWN_PRICE)) -
      excessVolts(part, of),
  };
}

/** A part whose price nobody knows is weighed as a middling one, in hundredths. */
const UNKNOWN_PRICE = 100;

/** The step above the next one up. */
const PLENTY = 1.5;
/** Far more volts than needed mean more room and, on old wet parts, more leakage while they form. */
function excessVolts(part: CataloguePart, { needs, volts: byKind, shop }: Requirements): number {
  const { volts } = byKind[part.technology];
  const excess = volts === null || mainsClass(needs) !== null ? 1 : part.rated / Math.max(volts, needs.rated ?? volts);
  return excess > PLENTY ? weightOf(shop.constants, "excessVolts") * Math.log2(excess / PLENTY) : 0;
}

/** Where a part only has to be large enough, too little counts twice. */
const offBy = (change: number, needs: PositionNeeds): number => Math.abs(change) * (change < 0 && filtersSupply(needs.role) ? 2 : 1);

function merits(
  part: CataloguePart,
  of: Requirements,
  { counterpartSeries, drawer }: RankingContext,
  change: number,
  years: number | null,
): { merit: Merit; weight: number }[] {
  const list: { merit: Merit; weight: number }[] = [];
  const add = (merit: Merit, share = 1) => list.push({ merit, weight: weightOf(of.shop.constants, merit.code) * share });
  const { needs, shop } = of;
  const need = needOf(needs.role);
  const place = SUITS[need].indexOf(part.grade);
  if (counterpartSeries?.series === part.series) add({ code: "sameAsCounterpart", counterpart: counterpartSeries.counterpart });
  add({ code: "nearValue", change }, 1 - Math.min(1, 2 * offBy(change, needs)));
  if (place >= 0) add({ code: "gradeSuits", grade: part.grade }, 1 - place / 3);
  const kind = kindSuits(part.technology, of);
  if (kind > 0) add({ code: "kindSuits" }, kind);
  if (part.esr && part.esr.at >= SWITCHED_FROM && need === "switching")
    add({ code: "lowEsr", ohms: part.esr.ohms }, 1 / (1 + part.esr.ohms));
  if (years !== null) add({ code: "life", years }, Math.min(1, years / (2 * shop.targetYears)));
  // what never dries out outlasts the unit
  else if (part.technology === "film" || part.technology === "c0g") add({ code: "life", years: Infinity });
  if (fitsHoles(part, needs) === true) add({ code: "fitsHoles" });
  if (part.technology === "tantalum" && needs.rated !== null && part.rated >= 1.5 * needs.rated) add({ code: "headroom" });
  const own = drawer?.get(part.id) ?? 0;
  if (own > 0) add({ code: "onShelf", count: own });
  if ((part.stock ?? 0) > 0) add({ code: "inStock", stock: part.stock! });
  return list.sort((a, b) => b.weight - a.weight);
}
