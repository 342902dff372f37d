import { figure, type ShopConstants } from "../knowledge";
import { isPolarised, nearestPreferred, preferredAround, type ESeries, type Tolerance } from "../part";
import { farads, ohms, watts, type Farads, type Ohms, type Volts, type Watts } from "../units";
import { asOne, worstShare, type Arrangement } from "./asOne";
import type { CataloguePart } from "./catalogue";
import type { PositionNeeds } from "./needs";
import { assess, type Assessment, type RankingContext } from "./rank";
import { requirementsOf, rippleAllowed, type Requirements } from "./rules";

/** Several parts in place of one, and what they are together. */
export interface PartSet {
  arrangement: Arrangement;
  /** in the order they are drawn: a series pair from the plus down; a part that is there twice stands twice */
  parts: readonly CataloguePart[];
  nominal: Farads;
  /** against what belongs there, as a fraction */
  change: number;
  /** of the whole, worst case */
  tolerance: Tolerance;
  /** volts the whole bears, worst case of the shares */
  rated: Volts;
  /** across each part of a series pair where they carry DC; null where none is needed */
  balance: Balance | null;
  /** hundredths; null where a price is not known */
  cents: number | null;
  /** the ripple each must bear is more than it is rated for */
  rippleLow: boolean;
}

/** A resistor across each of two in series. */
export interface Balance {
  /** at most, and the next value down that is made */
  most: Ohms;
  ohms: Ohms;
  /** heat in each at the whole volts, and what to rate it for */
  heat: Watts;
  rated: Watts;
}

const EDGE = 1e-9;
/** What a member of a set need not keep by itself. */
const OF_THE_WHOLE: ReadonlySet<string> = new Set(["value", "aboveLargest", "esr", "ripple"]);

/**
 * Balancing resistors of two equal parts in series: R ≤ (2·Vm − Vb)/(0.0015·C·Vb) MΩ with C in µF (a maker's application guide, from
 * memory), taken down to the next value of E12.
 * @param each farads and rated volts of each part
 * @param across volts across both; above 0
 * @returns null where each part alone bears no more than half with nothing to spare: such a pair cannot be balanced
 * @example balanceFor({ nominal: farads(220e-6), rated: volts(400) }, 700) // at most 432.9 kΩ
 */
export function balanceFor(constants: ShopConstants, each: { nominal: Farads; rated: Volts }, across: number): Balance | null {
  const most = ((2 * each.rated - across) / (figure(constants, "set.leak") * each.nominal * 1e6 * across)) * 1e6;
  if (!(most > 0)) return null;
  const taken = preferredAround(most, 12).below;
  const heat = (across / 2) ** 2 / taken;
  return {
    most: ohms(most),
    ohms: ohms(taken),
    heat: watts(heat),
    rated: watts(STANDARD_WATTS.find((w) => w >= heat * figure(constants, "choose.loadShare")) ?? heat * 2),
  };
}
const STANDARD_WATTS = [0.25, 0.5, 1, 2, 3, 5, 7, 10, 17];

/**
 * Sets of two or three parts that hit a value, best first: fewest parts, then by what is left of the value, the parts' own merits and
 * their price. Every member keeps the hard rules of the place but for value, ESR and ripple, which are asked of the whole. Values in
 * farads, volts and watts; at most `most` sets. Empty where none hits the value.
 * @param parts of a catalogue or a drawer; up to some thousands
 * @param most how many sets of each arrangement are returned
 */
export function setsFor(parts: readonly CataloguePart[], needs: PositionNeeds, context: RankingContext, most = 4): PartSet[] {
  const of = requirementsOf(needs, context.approaches, context.shop);
  const members = membersOf(parts, of, context);
  const sets = [...parallelSets(members, of, most), ...seriesPairs(parts, of, context, most), ...backToBack(parts, of, context, most)];
  return sets.filter((s) => needs.largest === null || s.nominal <= needs.largest * (1 + EDGE));
}

interface Member {
  part: CataloguePart;
  farads: number;
  /** what the part takes off a set: less is better */
  cost: number;
}

/** What one more part costs a set beside its price: room, joints. */
const ONE_MORE = 8;
const costOf = (a: Assessment): number => ONE_MORE - a.score;

/**
 * What the place would ask of a part if it were marked with that part's own value: only its kind, grade, size and price then count.
 * Remembered by value and volts.
 */
function ownPlaces(
  { needs, approaches, shop }: Requirements,
  over: (part: CataloguePart) => Partial<PositionNeeds>,
): (part: CataloguePart) => Requirements {
  const known = new Map<string, Requirements>();
  return (part) => {
    const different = over(part);
    const key = `${part.nominal} ${different.rated ?? ""}`;
    let place = known.get(key);
    if (!place) known.set(key, (place = requirementsOf({ ...needs, ...different, nominal: part.nominal }, approaches, shop)));
    return place;
  };
}

/** The best part of each value among those that keep the rules of the place but for what the whole must keep. */
function membersOf(parts: readonly CataloguePart[], of: Requirements, context: RankingContext): Member[] {
  const asOwn = ownPlaces(of, () => ({}));
  const best = new Map<number, Member>();
  for (const part of parts) {
    if (part.nominal > of.needs.nominal * (1 + of.window.high)) continue;
    const a = assess(part, asOwn(part), context);
    if (a.refusals.some((r) => !OF_THE_WHOLE.has(r.code))) continue;
    const key = Number(part.nominal.toPrecision(6));
    const cost = costOf(a);
    const known = best.get(key);
    if (!known || cost < known.cost || (cost === known.cost && part.code < known.part.code))
      best.set(key, { part, farads: part.nominal, cost });
  }
  return [...best.values()].sort((a, b) => a.farads - b.farads);
}

/** Points a set loses for being off its value: a tenth weighs as much as a part of the second-best kind. */
const OFF = 80;

function parallelSets(members: readonly Member[], of: Requirements, most: number): PartSet[] {
  const target = of.needs.nominal;
  const [low, high] = [target * (1 + of.window.low) - EDGE * target, target * (1 + of.window.high) + EDGE * target];
  for (const size of [2, 3]) {
    const found: { chosen: Member[]; cost: number }[] = [];
    const walk = (from: number, chosen: Member[], sum: number, cost: number) => {
      const left = size - chosen.length;
      for (let i = from; i < members.length; i++) {
        const m = members[i]!;
        const now = sum + m.farads;
        // members only grow from here
        if (sum + left * m.farads > high) break;
        if (left === 1) {
          if (now >= low && now <= high) found.push({ chosen: [...chosen, m], cost: cost + m.cost + OFF * Math.abs(now / target - 1) });
        } else walk(i, [...chosen, m], now, cost + m.cost);
      }
    };
    walk(0, [], 0, 0);
    if (found.length > 0)
      return found
        .sort((a, b) => a.cost - b.cost || codesOf(a.chosen).localeCompare(codesOf(b.chosen)))
        .slice(0, most)
        .map(({ chosen }) => parallelOf(of.shop.constants, chosen.map((m) => m.part).reverse(), of));
  }
  return [];
}
const codesOf = (chosen: readonly Member[]): string => chosen.map((m) => m.part.code).join(" ");

const centsOf = (parts: readonly CataloguePart[]): number | null =>
  parts.reduce<number | null>((sum, p) => (sum === null || p.priceCents === null ? null : sum + p.priceCents), 0);

/** A set with all that follows from its parts. */
function setOf(
  arrangement: Arrangement,
  parts: readonly CataloguePart[],
  needs: PositionNeeds,
  rippleLow: boolean,
  balance: Balance | null = null,
): PartSet {
  const { nominal, tolerance, rated } = asOne(arrangement, parts);
  return { arrangement, parts, nominal, tolerance, rated, change: nominal / needs.nominal - 1, balance, cents: centsOf(parts), rippleLow };
}

function parallelOf(constants: ShopConstants, parts: readonly CataloguePart[], { needs }: Pick<Requirements, "needs">): PartSet {
  const total = parts.reduce((sum, p) => sum + p.nominal, 0);
  const ripple = needs.computed?.ripple ?? 0;
  // at mains frequency current goes by C: each bears its share
  const rippleLow = parts.some((p) => {
    const allowed = rippleAllowed(constants, p, needs);
    return allowed !== null && allowed < (ripple * p.nominal) / total;
  });
  return setOf("parallel", parts, needs, rippleLow);
}

/** Two equal parts in series where no single one bears the volts. Each bears its worst share of them. */
function seriesPairs(parts: readonly CataloguePart[], of: Requirements, context: RankingContext, most: number): PartSet[] {
  const { needs } = of;
  const asOwn = ownPlaces(of, (part) => ({ rated: part.rated, working: null, computed: null }));
  const found: { set: PartSet; cost: number }[] = [];
  for (const part of parts) {
    const change = part.nominal / 2 / needs.nominal - 1;
    const needed = of.volts[part.technology].volts;
    if (needed === null || change < of.window.low - EDGE || change > of.window.high + EDGE) continue;
    const off = Math.max(part.tolerance.minus, part.tolerance.plus);
    const rated = part.rated / worstShare(off);
    // a single part that bears it is better than two
    if (part.rated >= needed || rated < needed * (1 - EDGE)) continue;
    const a = assess(part, asOwn(part), context);
    if (a.refusals.some((r) => !OF_THE_WHOLE.has(r.code))) continue;
    const across = needs.working === null ? (needs.rated ?? needed) : Math.abs(needs.working) * (1 + of.shop.highMains);
    const carriesDc = isPolarised(part.technology);
    const balance = carriesDc ? balanceFor(of.shop.constants, part, across) : null;
    if (carriesDc && balance === null) continue;
    const pair = [part, part];
    const set = setOf(
      "series",
      pair,
      needs,
      a.notes.some((n) => n.code === "rippleLow"),
      balance,
    );
    found.push({ set, cost: 2 * costOf(a) + OFF * Math.abs(change) });
  }
  return best(found, most);
}

/** A bipolar part from two polarised ones of twice the value, minus to minus (common practice: each bears the whole volts one way). */
function backToBack(parts: readonly CataloguePart[], of: Requirements, context: RankingContext, most: number): PartSet[] {
  const { needs } = of;
  if (needs.technology !== "bipolar") return [];
  const asOwn = ownPlaces(of, () => ({ technology: "aluminium" }));
  const found: { set: PartSet; cost: number }[] = [];
  for (const part of parts) {
    const change = part.nominal / 2 / needs.nominal - 1;
    if (part.technology !== "aluminium" || change < of.window.low - EDGE || change > of.window.high + EDGE) continue;
    const a = assess(part, asOwn(part), context);
    if (a.refusals.some((r) => !OF_THE_WHOLE.has(r.code))) continue;
    const pair = [part, part];
    const set = setOf("backToBack", pair, needs, false);
    found.push({ set, cost: 2 * costOf(a) + OFF * Math.abs(change) });
  }
  return best(found, most);
}

const best = (found: readonly { set: PartSet; cost: number }[], most: number): PartSet[] =>
  [...found]
    .sort((a, b) => a.cost - b.cost || a.set.parts[0]!.code.localeCompare(b.set.parts[0]!.code))
    .slice(0, most)
    .map((f) => f.set);

/**
 * Preferred values (IEC 60063) that add up to a value within a window, fewest first, nearest next: what to look for where no catalogue
 * helps.
 * @param window fractions around the value
 * @param most how many combinations are returned
 * @example valueSets(farads(50e-6), { low: -0.02, high: 0.02 }, 6)[0] // [47e-6, 3.3e-6], +0.6 %
 */
export function valueSets(
  nominal: Farads,
  window: { low: number; high: number },
  series: ESeries,
  most = 3,
): { values: Farads[]; change: number }[] {
  const values: number[] = [];
  const ratio = 10 ** (1 / series);
  for (let v = nominal * (1 + window.high); v > nominal / 200; v /= ratio) values.push(nearestPreferred(v, series));
  const distinct = [...new Set(values)];
  for (const size of [1, 2, 3]) {
    const found: { values: Farads[]; change: number }[] = [];
    const walk = (from: number, chosen: number[], sum: number) => {
      if (chosen.length === size) {
        const change = sum / nominal - 1;
        if (change >= window.low - EDGE && change <= window.high + EDGE) found.push({ values: chosen.map(farads), change });
        return;
      }
      for (let i = from; i < distinct.length; i++) walk(i, [...chosen, distinct[i]!], sum + distinct[i]!);
    };
    walk(0, [], 0);
    if (found.length > 0) return found.sort((a, b) => Math.abs(a.change) - Math.abs(b.change)).slice(0, most);
  }
  return [];
}
