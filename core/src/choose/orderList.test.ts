import fc from "fast-check";
import { expect, test } from "vitest";
import { orderList, sparesFor, type OrderNeed } from "./orderList";

const need = (partId: number, use: string, over: Partial<OrderNeed> = {}): OrderNeed => ({
  partId,
  code: `P${partId}`,
  series: "S",
  description: "",
  supplier: "Loom & Ladder",
  priceCents: 50,
  stock: 4,
  withdrawn: false,
  use,
  minds: [],
  ...over,
});

test("the order merges positions by part, adds a tenth and at least one, and says what is short", () => {
  const [a, b] = orderList([need(2, "0401 C1"), need(1, "0401 C2"), need(2, "0402 C9"), need(2, "0402 C8"), need(2, "0402 C7")]);
  expect(a).toMatchObject({ code: "P1", needed: 1, spares: 1, quantity: 2, short: 0, totalCents: 100 });
  expect(b).toMatchObject({ code: "P2", needed: 4, spares: 1, quantity: 5, short: 1, uses: ["0401 C1", "0402 C9", "0402 C8", "0402 C7"] });
  expect([0, 1, 10, 11, 30].map(sparesFor)).toEqual([0, 1, 1, 2, 3]);
});

test("what lies in the drawer and what is on its way is not ordered again", () => {
  const both = [need(1, "0401 C1"), need(1, "0401 C2")];
  const of = (here: number, coming: number) => orderList(both, new Map([[1, { here, coming }]]))[0]!;
  expect(of(0, 0)).toMatchObject({ quantity: 3, reserved: 0 });
  expect(of(1, 1)).toMatchObject({ quantity: 1, reserved: 1, totalCents: 50 });
  expect(of(9, 0)).toMatchObject({ quantity: 0, reserved: 2, totalCents: 0 });
});

test("only one of a pair, one that is withdrawn, and one without a price say so", () => {
  const pair = [need(1, "0401 C1", { stock: 1 }), need(1, "0401 C2", { stock: 1 })];
  expect(orderList(pair)[0]).toMatchObject({ onlySome: true, short: 2 });
  expect(orderList(pair, new Map([[1, { here: 1, coming: 0 }]]))[0]).toMatchObject({ onlySome: false });
  expect(orderList([need(1, "0401 C1", { withdrawn: true })])[0]).toMatchObject({ onlySome: true, withdrawn: true });
  expect(orderList([need(1, "0401 C1", { priceCents: null, stock: null })])[0]).toMatchObject({
    totalCents: null,
    inStock: null,
    short: 0,
    onlySome: false,
  });
});

test("a pair that is matched is bought with some to choose from", () => {
  const minds = [{ code: "matchPair", use: "0401 C1 and C2", buy: 5 }] as const;
  const [line] = orderList([need(1, "0401 C1", { minds }), need(1, "0401 C2")]);
  expect(line).toMatchObject({ needed: 2, spares: 3, quantity: 5 });
});

test("an order has every use once, with drawer and orders under way at least a tenth more than needed, and its sums are sums", () => {
  const any = fc
    .tuple(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 999 }))
    .map(([id, n]) => need(id, `0401 C${n}`, { priceCents: 10 * id, stock: 3 }));
  const stocks = fc.dictionary(fc.constantFrom("1", "2", "3"), fc.record({ here: fc.nat(9), coming: fc.nat(9) }));
  fc.assert(
    fc.property(fc.array(any, { maxLength: 60 }), stocks, (needs, held) => {
      const lines = orderList(needs, new Map(Object.entries(held).map(([id, h]) => [Number(id), h])));
      expect(lines.flatMap((l) => l.uses).sort()).toEqual(needs.map((n) => n.use).sort());
      for (const l of lines) {
        expect(l.quantity + l.here + l.coming).toBeGreaterThanOrEqual(l.needed + sparesFor(l.needed));
        expect(l.totalCents).toBe(l.quantity * l.priceCents!);
        expect(l.reserved).toBeLessThanOrEqual(Math.min(l.here, l.needed));
        expect(l.short).toBe(Math.max(0, l.quantity - l.inStock!));
      }
    }),
  );
});
