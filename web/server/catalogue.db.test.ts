import { inventedCatalogue } from "@mirvek/core/simulate";
import { candidate } from "@mirvek/core/testing/choosing";
import type { PartDraft } from "@mirvek/core/catalogue";
import { farads } from "@mirvek/core/units";
import type { AddressInfo } from "node:net";
import type { Server } from "node:http";
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } from "vitest";
import type { ImportMeans } from "../schemas/catalogue";
import { askOffers } from "./askSupplier";
import { loadCandidates, loadHearable, loadSets } from "./candidates";
import { pool, transaction } from "./db";
import { decide } from "./decide";
import { supplierFile, importFile } from "./demo/supplierFile";
import { supplierStandIn } from "./demo/supplierStandIn";
import { beginImport, giveUpImport, keepImportPiece, loadCatalogue, rememberedMapping, takeImport, writeByHand } from "./importCatalogue";
import { saveStock } from "./saveStock";
import { loadOffer } from "./offer";
import { loadOrder, loadOrderView } from "./orders";
import { listWantingJobs } from "./repositories/jobs";
import { setAddress } from "./repositories/imports";
import { listOffers, listParts } from "./repositories/parts";
import { listShelfRows } from "./repositories/shelf";
import { freshDatabase } from "./testing/database";
import { jobBench } from "./testing/jobBench";

beforeAll(freshDatabase);
afterAll(() => pool().end());

const part = (code: string, over: Partial<PartDraft> = {}): PartDraft => {
  const { id: _, ...draft } = candidate(10, 63, { code, stock: 50, ...over });
  return draft;
};
const mapping = { code: { from: "column", index: 0, unit: null } } as const;
const begin = (means: ImportMeans, rows: number, supplier = "Tin Whistle Parts") =>
  transaction((db) => beginImport(db, { supplier, fileName: "list.csv", means, rows, headings: "code\u001fvalue", mapping }));
const piece = (id: number, place: number, rows: PartDraft[]) => transaction((db) => keepImportPiece(db, id, place, { rows }));
const take = (id: number) => transaction((db) => takeImport(db, id));
const had = async () =>
  (await pool().query("select code, price_cents, withdrawn_at is not null as gone from part order by code")).rows as {
    code: string;
    price_cents: number;
    gone: boolean;
  }[];
const codes = async () => (await had()).filter((r) => !r.gone).map((r) => r.code);

describe("a supplier's file", () => {
  test("is taken whole or not at all", async () => {
    const { id } = await begin("update", 3);
    await piece(id, 0, [part("A"), part("B")]);
    await expect(take(id)).rejects.toMatchObject({ issue: { code: "rowsMissing", here: 2, said: 3 } });
    expect(await codes(), "nothing half-imported").toEqual([]);
    await piece(id, 1, [part("C")]);
    expect(await take(id)).toEqual({ added: 3, changed: 0, same: 0, withdrawn: 0 });
    expect(await codes()).toEqual(["A", "B", "C"]);
    await expect(take(id), "once").rejects.toMatchObject({ issue: { code: "notFound" } });
  });
  test("updates by code and keeps what a part cost before", async () => {
    const { id } = await begin("update", 3);
    await piece(id, 0, [part("A", { priceCents: 33 }), part("B"), part("D")]);
    expect(await take(id)).toEqual({ added: 1, changed: 1, same: 1, withdrawn: 0 });
    const [a] = (await pool().query<{ id: number }>("select id from part where code = 'A'")).rows;
    expect((await listOffers(pool(), a!.id)).map((o) => o.priceCents)).toEqual([33, 20]);
  });
  test("a whole catalogue withdraws what is not in it, a list of codes what is; both come back when they are in again", async () => {
    const whole = await begin("whole", 2);
    await piece(whole.id, 0, [part("A", { priceCents: 33 }), part("C")]);
    expect(await take(whole.id)).toMatchObject({ withdrawn: 2 });
    expect(await codes()).toEqual(["A", "C"]);
    const out = await begin("withdraw", 1);
    await transaction((db) => keepImportPiece(db, out.id, 0, { codes: ["A"] }));
    expect(await take(out.id)).toEqual({ added: 0, changed: 0, same: 0, withdrawn: 1 });
    const back = await begin("update", 1);
    await piece(back.id, 0, [part("A", { priceCents: 33 })]);
    expect(await take(back.id)).toMatchObject({ changed: 1 });
    expect(await codes()).toEqual(["A", "C"]);
  });
  test("given up leaves no trace, and takes no more", async () => {
    const { id } = await begin("update", 1);
    await piece(id, 0, [part("Z")]);
    await transaction((db) => giveUpImport(db, id));
    await expect(piece(id, 0, [part("Z")])).rejects.toMatchObject({ issue: { code: "notFound" } });
    expect(await codes()).not.toContain("Z");
    expect((await pool().query("select 1 from import_piece")).rowCount).toBe(0);
  });
  test("a piece sent twice counts once; the same code twice in a file is the later one; two suppliers may use one code", async () => {
    const { id } = await begin("update", 2, "Other House");
    const rows = [part("A", { priceCents: 70 }), part("A", { priceCents: 71 })];
    await piece(id, 0, rows);
    await piece(id, 0, rows);
    await expect(piece(id, 0, [part("A", { priceCents: 99 })]), "sent again with other rows").rejects.toMatchObject({
      issue: { code: "pieceDiffers" },
      status: 409,
    });
    expect(await take(id)).toMatchObject({ added: 1 });
    expect((await had()).filter((r) => r.code === "A").map((r) => r.price_cents)).toEqual([33, 71]);
  });
  test("what an import means decides what its pieces are", async () => {
    const { id } = await begin("withdraw", 1);
    await expect(piece(id, 0, [part("A")])).rejects.toMatchObject({ status: 400 });
  });
  test("files with the same headings are read as the last one was", async () => {
    expect(await rememberedMapping(pool(), "code\u001fvalue")).toEqual({ supplier: "Tin Whistle Parts", mapping });
    expect(await rememberedMapping(pool(), "another")).toBeNull();
    expect((await loadCatalogue(pool())).imports[0]).toMatchObject({ supplier: "Other House", outcome: { added: 1 } });
  });
});

describe("parts of a job", () => {
  const job = jobBench();
  let number = 0;
  beforeAll(async () => {
    await freshDatabase();
    await transaction((db) => importFile(db, "Loom and Ladder", "all.csv", supplierFile(inventedCatalogue(8))));
    number = await job.open("C1 2200u 35v reservoir\nC11 10u 50v coupling L\nC12 50u 50v crossover");
  });
  const choose = (designator: string, over: object) =>
    decide(number, { positions: [{ designator, follows: null }], decision: "replace", partId: null, reason: null, ...over });

  test("a supplier's file in its own notation is the catalogue it was made of", async () => {
    const { rows } = await pool().query<{ id: number }>("select id from part");
    const parts = await listParts(
      pool(),
      rows.map((r) => r.id),
    );
    const want = new Map(inventedCatalogue(8).map((p) => [p.code, p]));
    expect(parts.length).toBe(want.size);
    for (const { id: _, supplier: _s, askedAt: _a, withdrawn: _w, ...p } of parts) {
      const { id: _i, ...w } = want.get(p.code)!;
      expect(p.nominal).toBeCloseTo(w.nominal, 15);
      expect({ ...p, nominal: 0, tolerance: 0, esr: 0, ripple: 0 }).toEqual({ ...w, nominal: 0, tolerance: 0, esr: 0, ripple: 0 });
      expect(p.esr?.ohms ?? null).toEqual(w.esr?.ohms ?? null);
    }
  });
  test("each candidate says what it changes, and can be heard where a circuit tells", async () => {
    const found = await loadCandidates(pool(), number, "C11");
    const best = found.ranking.shortList[0]!.part;
    const corner = found.changes[best.id]!.figures.find((f) => f.key === "corner")!;
    expect(corner.becomes, "the same value keeps its corner").toBeCloseTo(corner.was, 6);
    const heard = await loadHearable(pool(), number, "C11", best.id);
    expect(heard).toMatchObject({ kind: "response" });
    expect((await loadHearable(pool(), number, "C1", best.id))?.kind).toBe("hum");
  });
  test("a set is chosen, ordered part by part, and put in as the one it is", async () => {
    const { sets, values } = await loadSets(pool(), number, "C12");
    const set = sets.find((s) => s.arrangement === "parallel")!;
    expect(Math.abs(set.change)).toBeLessThanOrEqual(0.05);
    expect(values[0]!.values.length).toBeGreaterThan(1);
    await choose("C12", { set: { arrangement: "parallel", partIds: set.parts.map((p) => p.id) } });
    const lines = await loadOrder(pool(), await listWantingJobs(pool()));
    expect(lines.reduce((n, l) => n + l.needed, 0)).toBe(set.parts.length);
    await job.say("C12 fitted lot 2431");
    const fitted = (await job.view()).positions.find((p) => p.designator === "C12")!.fittings.at(-1)!;
    expect(fitted.part.nominal).toBeCloseTo(set.nominal, 12);
    expect(fitted.fitting).toMatchObject({ lot: "2431", code: set.parts.map((p) => p.code).join(" ∥ ") });
    expect(await loadOrder(pool(), await listWantingJobs(pool())), "what is in is not ordered").toEqual([]);
  });
  test("a part no catalogue has is written down, stands in the list, and can be taken", async () => {
    const written = await transaction((db) =>
      writeByHand(db, part("OUR-OWN", { nominal: farads(10e-6), grade: "audio", priceCents: null, stock: null })),
    );
    const { ranking } = await loadCandidates(pool(), number, "C11");
    const mine = ranking.shortList.find((a) => a.part.id === written.id);
    expect(mine?.notes.map((n) => n.code)).toContain("priceUnknown");
  });
  test("ordered, delivered with a sample onto the shelf, counted, taken: what is here and coming follows, and an undone fitting gives its part back", async () => {
    const { ranking } = await loadCandidates(pool(), number, "C1");
    const best = ranking.shortList[0]!.part;
    await choose("C1", { partId: best.id });
    const line = async () => (await loadOrderView(pool())).lines.find((l) => l.partId === best.id);
    expect(await line()).toMatchObject({ needed: 1, quantity: 2, here: 0, coming: 0 });
    const move = (
      kind: "ordered" | "delivered" | "counted" | "taken",
      count: number,
      sample: { meter: string; esr: number } | null = null,
    ) => transaction((db) => saveStock(db, { partId: best.id, kind, count, lot: kind === "delivered" ? "L7" : null, note: "", sample }));
    await move("ordered", 2);
    expect(await line()).toMatchObject({ quantity: 0, coming: 2 });
    await move("delivered", 2, { meter: "esr", esr: 0.04 });
    expect(await line()).toMatchObject({ here: 2, coming: 0, reserved: 1 });
    expect((await listShelfRows(pool()))[0]).toMatchObject({ nominal: best.nominal, esr: 0.04, series: best.series });
    await job.say("C1 fitted");
    await move("ordered", 0);
    const drawer = async () => (await loadCandidates(pool(), number, "C1")).drawer[best.id] ?? 0;
    expect(await drawer()).toBe(1);
    await job.say("undo");
    expect(await drawer(), "reserved again").toBe(1);
    await move("counted", 5);
    await move("taken", 1);
    expect((await line())!.here).toBe(4);
  });
  test("the approaches side by side, with what the shop's own closed jobs say: too few here", async () => {
    const { quotes, history } = await loadOffer(pool(), number);
    expect(quotes.map((q) => q.comeback.low <= q.comeback.expected && q.comeback.expected <= q.comeback.high)).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect(history.provenBad).toEqual({ jobs: 0, own: null });
  });
});

describe("a supplier that is asked", () => {
  let server: Server;
  let address = "";
  let ids: number[] = [];
  beforeEach(async () => {
    server = supplierStandIn();
    await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
    address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    await setAddress(
      pool(),
      (await pool().query<{ id: number }>("select id from supplier where name = 'Loom and Ladder'")).rows[0]!.id,
      address,
    );
    ids = (
      await pool().query<{ id: number }>(
        "select p.id from part p join supplier s on s.id = p.supplier_id where s.name = 'Loom and Ladder' order by p.id limit 3",
      )
    ).rows.map((r) => r.id);
  });
  afterEach(() => new Promise((resolve) => (server.closeAllConnections(), server.close(resolve))));
  const behave = (how: object) => fetch(`${address}/behave`, { method: "POST", body: JSON.stringify(how) });

  test("answers price and stock, which are kept with their hour", async () => {
    const before = Date.now();
    const parts = await askOffers(pool(), ids);
    expect(parts.every((p) => p.askedAt! >= before - 1000)).toBe(true);
    expect((await listOffers(pool(), ids[0]!))[0]).toMatchObject({ asked: true });
  });
  test.each(["error", "garbage", "hangUp"] as const)("fails once by %s and is asked again", async (fail) => {
    await behave({ fail, times: 1 });
    await expect(askOffers(pool(), ids)).resolves.toHaveLength(3);
  });
  test("that goes on failing is named, and nothing changes", async () => {
    await behave({ fail: "error" });
    const before = await listParts(pool(), ids);
    await expect(askOffers(pool(), ids)).rejects.toMatchObject({ issue: { code: "supplierSilent", supplier: "Loom and Ladder" } });
    expect(await listParts(pool(), ids)).toEqual(before);
  });
  test("that never answers is given up", async () => {
    await behave({ delay: 60_000 });
    await expect(askOffers(pool(), ids)).rejects.toMatchObject({ issue: { code: "supplierSilent" } });
  }, 60_000);
});
