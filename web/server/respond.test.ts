import type { OrderLine } from "@mirvek/core/choose";
import { expect, test, vi } from "vitest";
import { z } from "zod";
import { isConnectionError, together, type Db } from "./db";
import { orderCsv } from "./orderCsv";
import { Refused, refuseStale } from "./refusal";
import { respond, respondRead } from "./respond";

const schema = z.object({ n: z.number() });
const post = (body: string) => new Request("http://127.0.0.1/x", { method: "POST", body });
const failing = (error: unknown) => respond(post('{"n":1}'), schema, () => Promise.reject(error));

test("what fits the schema is worked on and answered", async () => {
  const response = await respond(post('{"n":2}'), schema, async ({ n }) => n * 21);
  expect([response.status, await response.json()]).toEqual([200, { ok: true, value: 42 }]);
});

test("what does not fit names the field and is never worked on", async () => {
  const work = vi.fn();
  const response = await respond(post('{"n":"two"}'), schema, work);
  expect(response.status).toBe(400);
  expect(await response.json()).toMatchObject({ ok: false, issue: { code: "invalid", fields: [{ path: "n" }] } });
  expect((await respond(post("{"), schema, work)).status).toBe(400);
  expect((await respond(post(`{"n":${"1".repeat(200_000)}}`), schema, work)).status).toBe(413);
  expect(work).not.toHaveBeenCalled();
});

test.each([
  [refuseStale(), 409, "stale"],
  [Object.assign(new Error("value out of range"), { code: "22003" }), 422, "notKept"],
  [Object.assign(new Error("violates check constraint"), { code: "23514" }), 422, "notKept"],
  [new Refused({ code: "nothingToUndo" }), 422, "nothingToUndo"],
  [Object.assign(new Error("connect ECONNREFUSED"), { code: "ECONNREFUSED" }), 503, "databaseDown"],
  [Object.assign(new Error("terminating connection"), { code: "57P01" }), 503, "databaseDown"],
  [new Error("Connection terminated unexpectedly"), 503, "databaseDown"],
  [Object.assign(new Error("deadlock detected"), { code: "40P01" }), 409, "stale"],
])("%s is answered %d, %s", async (error, status, code) => {
  const response = await failing(error);
  expect(response.status).toBe(status);
  expect(await response.json()).toMatchObject({ ok: false, issue: { code } });
});

test("our own mistakes are logged here and told nobody", async () => {
  const log = vi.spyOn(console, "error").mockImplementation(() => undefined);
  const response = await respondRead(() => Promise.reject(new Error("secret path /srv/x")));
  expect(response.status).toBe(500);
  expect(await response.text()).toBe('{"ok":false,"issue":{"code":"unexpected"}}');
  expect(log).toHaveBeenCalledOnce();
  log.mockRestore();
});

test("a refused connection is told from a refused query", () => {
  expect(isConnectionError(new AggregateError([Object.assign(new Error(), { code: "ECONNREFUSED" })]))).toBe(true);
  expect(isConnectionError(Object.assign(new Error("duplicate key"), { code: "23505" }))).toBe(false);
  expect(isConnectionError("ECONNREFUSED")).toBe(false);
});

test("inside a transaction reads go one after the other", async () => {
  let running = 0;
  const read = async () => {
    expect(++running, "a client can hold one query").toBe(1);
    await new Promise((resolve) => setTimeout(resolve, 1));
    return running--;
  };
  const client = { query: () => Promise.reject(new Error("not used")) } as unknown as Db;
  expect(await together(client, [read, read, async () => "last"])).toEqual([1, 1, "last"]);
});

const plain: OrderLine = {
  partId: 1,
  code: "x",
  series: "",
  description: "",
  supplier: "Loom",
  uses: [],
  needed: 2,
  spares: 1,
  here: 0,
  reserved: 0,
  coming: 0,
  quantity: 3,
  inStock: 2,
  short: 1,
  onlySome: false,
  withdrawn: false,
  priceCents: 1,
  totalCents: 1,
  minds: [],
};

test("no cell of an order is run as a formula by a spreadsheet", () => {
  const line = {
    ...plain,
    code: "=1+1",
    series: "@S",
    description: '47 µF, "tall"',
    uses: ["0401 C1", "0401 C2"],
    priceCents: 1234,
    totalCents: 3702,
  };
  const [head, row] = orderCsv([line], "€").split("\r\n");
  expect(head).toBe(
    "supplier,code,series,description,needed,spares,in the drawer,on its way,order,in stock,not to be had now,each €,sum €,for",
  );
  expect(row).toBe(`Loom,"'=1+1","'@S","47 µF, ""tall""",2,1,0,0,3,2,1,12.34,37.02,"0401 C1, 0401 C2"`);
});

test.each([
  ["\n=1+1", "line feed"],
  ["  =1+1", "blanks"],
  ["\uFEFF=1+1", "byte order mark"],
  ["\r\n@x", "line end"],
])("a formula behind a %j is quoted too (%s)", (series) => {
  const csv = orderCsv([{ ...plain, series, priceCents: 1, totalCents: 1 }], "€");
  expect(csv).toContain(`"'${series}"`);
});
