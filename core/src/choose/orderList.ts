/** One part that a job wants and that is not in yet. */
export interface OrderNeed {
  partId: number;
  code: string;
  series: string;
  description: string;
  supplier: string;
  /** null where nobody has said */
  priceCents: number | null;
  /** at the supplier; null where nobody has said */
  stock: number | null;
  /** it can no longer be had */
  withdrawn: boolean;
  /** where it goes: "0412 C14" */
  use: string;
  /** what is to be minded of this use: chosen against a rule, temporary, its counterpart without one */
  minds: readonly OrderMind[];
}

export type OrderMind =
  /** chosen against a rule of the place: wrong grade, rating or size for it */
  | { code: "againstRule"; use: string; rules: readonly string[] }
  /** a stopgap: the right part is still to be ordered */
  | { code: "temporary"; use: string }
  /** the two sides are matched: so many are bought and measured */
  | { code: "matchPair"; use: string; buy: number }
  /** the same place in another channel has no such part chosen */
  | { code: "counterpartWithout"; use: string; counterparts: readonly string[] };

/** Parts the shop has and awaits, by part id. */
export interface OrderStock {
  here: number;
  coming: number;
}

export interface OrderLine {
  partId: number;
  code: string;
  series: string;
  description: string;
  supplier: string;
  uses: readonly string[];
  needed: number;
  spares: number;
  /** in the shop's drawer, and of those reserved for these uses */
  here: number;
  reserved: number;
  coming: number;
  /** to be ordered now */
  quantity: number;
  /** at the supplier */
  inStock: number | null;
  /** how many of `quantity` the supplier cannot send now; 0 where nobody knows */
  short: number;
  /** enough for some places and not for the rest: of a pair only one would be renewed */
  onlySome: boolean;
  withdrawn: boolean;
  priceCents: number | null;
  totalCents: number | null;
  minds: readonly OrderMind[];
}

/** Spares on top of what is needed: a tenth, rounded up, and at least one (common practice). 0 needed gives 0. */
export const sparesFor = (needed: number): number => (needed <= 0 ? 0 : Math.max(1, Math.ceil(needed / 10)));

/**
 * One line per part over everything needed, in the order of suppliers and codes, with spares, what the drawer gives, shortage and cost in
 * hundredths. What is here and what is on its way is not ordered again.
 */
export function orderList(needs: readonly OrderNeed[], stock: ReadonlyMap<number, OrderStock> = new Map()): OrderLine[] {
  const byPart = new Map<number, OrderNeed[]>();
  for (const need of needs) byPart.set(need.partId, [...(byPart.get(need.partId) ?? []), need]);
  return [...byPart.values()]
    .map((of) => lineOf(of, stock.get(of[0]!.partId) ?? { here: 0, coming: 0 }))
    .sort((a, b) => a.supplier.localeCompare(b.supplier) || a.code.localeCompare(b.code));
}

function lineOf(needs: readonly OrderNeed[], { here, coming }: OrderStock): OrderLine {
  const { partId, code, series, description, supplier, priceCents, stock, withdrawn } = needs[0]!;
  const needed = needs.length;
  const matched = needs.flatMap((n) => n.minds).flatMap((m) => (m.code === "matchPair" ? [m.buy] : []));
  const spares = Math.max(sparesFor(needed), ...matched.map((buy) => buy - needed));
  const quantity = Math.max(0, needed + spares - here - coming);
  const inHand = here + coming + (withdrawn ? 0 : Math.min(quantity, stock ?? quantity));
  return {
    partId,
    code,
    series,
    description,
    supplier,
    priceCents,
    needed,
    spares,
    here,
    reserved: Math.min(here, needed),
    coming,
    quantity,
    uses: needs.map((n) => n.use),
    inStock: stock,
    short: stock === null ? 0 : Math.max(0, quantity - stock),
    onlySome: inHand < needed,
    withdrawn,
    totalCents: priceCents === null ? null : quantity * priceCents,
    minds: needs.flatMap((n) => n.minds),
  };
}
