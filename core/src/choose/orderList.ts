export interface OrderNeed {
  partId: number;
  code: string;
  series: string;
  description: string;
  priceCents: number;
  stock: number;
  /** where it goes: "0412 C14" */
  use: string;
}

export interface OrderLine {
  partId: number;
  code: string;
  series: string;
  description: string;
  uses: readonly string[];
  needed: number;
  spares: number;
  quantity: number;
  inStock: number;
  /** how many of `quantity` the supplier cannot send now */
  short: number;
  priceCents: number;
  totalCents: number;
}

/** Spares on top of what is needed: a tenth, rounded up, and at least one (common practice). 0 needed gives 0. */
export const sparesFor = (needed: number): number => (needed <= 0 ? 0 : Math.max(1, Math.ceil(needed / 10)));

/** One line per part over everything needed, in the order of codes, with spares, shortage and cost in hundredths. */
export function orderList(needs: readonly OrderNeed[]): OrderLine[] {
  const byPart = new Map<number, OrderNeed[]>();
  for (const need of needs) byPart.set(need.partId, [...(byPart.get(need.partId) ?? []), need]);
  return [...byPart.values()].map(lineOf).sort((a, b) => a.code.localeCompare(b.code));
}

function lineOf(needs: readonly OrderNeed[]): OrderLine {
  const { partId, code, series, description, priceCents, stock } = needs[0]!;
  const needed = needs.length;
  const spares = sparesFor(needed);
  const quantity = needed + spares;
  return {
    partId,
    code,
    series,
    description,
    priceCents,
    needed,
    spares,
    quantity,
    uses: needs.map((n) => n.use),
    inStock: stock,
    short: Math.max(0, quantity - stock),
    totalCents: quantity * priceCents,
  };
}
