import { randomUUID } from "node:crypto";
import { expect, test } from "@playwright/test";

test.describe("the edges refuse what does not belong, with a code and without a trace", () => {
  const cases: readonly [string, "POST" | "PATCH", string, unknown, number, string][] = [
    ["no body", "POST", "/api/jobs", "", 400, "invalid"],
    ["no JSON", "POST", "/api/jobs", "{oops", 400, "invalid"],
    ["an empty unit", "POST", "/api/jobs", {}, 400, "invalid"],
    ["a unit of 200 kB", "POST", "/api/jobs", { title: "x".repeat(200_000) }, 413, "invalid"],
    ["a line without key", "POST", "/api/jobs/406/readout", { line: "C1 esr 1" }, 400, "invalid"],
    ["an unknown job", "POST", "/api/jobs/9999/safety", { kind: "powerOff" }, 404, "notFound"],
    ["a job that is no number", "POST", "/api/jobs/x'--/safety", { kind: "powerOff" }, 404, "notFound"],
    [
      "a stale edit of a position",
      "PATCH",
      "/api/jobs/406/positions/C1",
      { kind: "retire", version: 99, reason: "entered twice" },
      409,
      "stale",
    ],
    ["an unknown position", "PATCH", "/api/jobs/406/positions/C999", { kind: "retire", version: 1 }, 404, "notFound"],
    [
      "counterparts that are there already",
      "POST",
      "/api/jobs/406/positions",
      { kind: "counterparts", from: ["C14"], offset: 100, channels: ["R"] },
      422,
      "designatorTaken",
    ],
    [
      "a replacement by a part that does not exist",
      "POST",
      "/api/jobs/406/choices",
      { positions: [{ designator: "C14", follows: null }], decision: "replace", partId: 999_999, reason: null },
      404,
      "notFound",
    ],
    ["closing with a stale version", "POST", "/api/jobs/406/state", { version: 999, state: "waitingForOwner", waiver: null }, 409, "stale"],
  ];

  for (const [name, method, path, body, status, code] of cases)
    test(name, async ({ request, baseURL }) => {
      const data = typeof body === "string" ? body : JSON.stringify(body);
      const response = await request.fetch(path, { method, data, headers: { origin: baseURL!, "content-type": "application/json" } });
      expect(response.status()).toBe(status);
      const text = await response.text();
      expect(JSON.parse(text)).toMatchObject({ ok: false, issue: { code } });
      expect(text).not.toMatch(/at .*\.ts|node_modules|select .* from/i);
    });
});

test("SQL in a line is text like any other", async ({ request, baseURL }) => {
  const line = "note Robert'); drop table reading; --";
  const post = { line, clientKey: randomUUID(), current: null, meter: null, inCircuit: true };
  const kept = await request.post("/api/jobs/406/readout", { data: post, headers: { origin: baseURL! } });
  expect(kept.status()).toBe(200);
  const { value } = await (await request.get("/api/jobs/406")).json();
  expect(value.notes.at(-1).text).toBe("Robert'); drop table reading; --");
  expect(value.positions.some((p: { readings: unknown[] }) => p.readings.length > 0)).toBe(true);
});

test("the order over all open jobs comes as CSV with spares", async ({ request }) => {
  const response = await request.get("/api/order.csv");
  expect(response.headers()["content-type"]).toContain("text/csv");
  const lines = (await response.text()).trim().split("\r\n");
  expect(lines[0]).toMatch(/^supplier,code,series,description,needed,spares,in the drawer,on its way,order/);
  const reservoirs = lines.find((l) => l.includes("0406 C1"))!;
  expect(reservoirs).toContain("0406 C2");
  expect(reservoirs).toMatch(/mm",2,1,0,0,3,/);
  expect((await request.get("/api/jobs/9999/order.csv")).status()).toBe(404);
});

test("candidates are ranked and every refused one has its rule", async ({ request }) => {
  const { value } = await (await request.get("/api/jobs/406/candidates?position=C14")).json();
  expect(value.ranking.shortList.length).toBeGreaterThan(3);
  expect(value.ranking.refused.every((a: { refusals: unknown[] }) => a.refusals.length > 0)).toBe(true);
  expect((await request.get("/api/jobs/406/candidates?position=nonsense")).status()).toBe(404);
});

test("an odd line is refused with words, never with a trace, and the next one is kept", async ({ request, baseURL }) => {
  const headers = { origin: baseURL! };
  const base = { clientKey: randomUUID(), current: null, meter: null, inCircuit: true };
  for (const line of ["note a\u0000b", "C1 \ud800", "add C80 47u 25v 0x5", "C1 esr 1e-320"]) {
    const refused = await request.post("/api/jobs/406/readout", { data: { ...base, clientKey: randomUUID(), line }, headers });
    expect(refused.status(), line).toBeGreaterThanOrEqual(400);
    expect(refused.status(), line).toBeLessThan(500);
  }
  const data = { ...base, line: "note after all" };
  const first = await (await request.post("/api/jobs/406/readout", { data, headers })).json();
  const again = await (await request.post("/api/jobs/406/readout", { data, headers })).json();
  expect(again.value).toMatchObject({ seq: first.value.seq, again: true });
  const other = await request.post("/api/jobs/406/readout", { data: { ...data, line: "note other words" }, headers });
  expect([other.status(), (await other.json()).issue.code]).toEqual([409, "keyReused"]);
});

test("the shop's edges refuse what does not belong", async ({ request, baseURL }) => {
  const headers = { origin: baseURL! };
  const post = async (data: object) => (await request.post("/api/shop", { data, headers })).status();
  const norm = { from: 1e-5, to: 1e-5, rated: null, typical: 1, wornOver: 2, failedOver: 3, note: "" };
  expect(await post({ kind: "addNorm", norm: { ...norm, failedOver: 1 } })).toBe(400);
  expect(await post({ kind: "strikeShelf", id: 999_999 })).toBe(404);
  expect(await post({ kind: "markNorm", norm: "norm.none", struck: true })).toBe(404);
  expect(await post({ kind: "wish" })).toBe(400);
});
