import { request as rawRequest } from "node:http";
import { expect, test } from "@playwright/test";
import fc from "fast-check";

// Whatever is sent to whichever route, the answer is never a 500 and every refusal of the API has a code.

const ROUTES: readonly [method: string, path: string, body: Record<string, unknown>][] = [
  [
    "POST",
    "/api/jobs",
    { title: "x", unitKind: "mixer", supplyKind: "linear", channels: 2, findings: ["hum"], complaint: "", mainsHz: 50 },
  ],
  ["PATCH", "/api/jobs/403", { version: 1, job: { title: "x", unitKind: "mixer", supplyKind: "none" } }],
  [
    "POST",
    "/api/jobs/403/readout",
    { line: "C22 esr 1", clientKey: "", current: null, meter: null, inCircuit: true, refersTo: null, at: 1 },
  ],
  ["POST", "/api/jobs/403/safety", { kind: "override", reason: "for the test" }],
  ["POST", "/api/jobs/403/positions", { kind: "list", text: "C900 1u 50v coupling" }],
  ["POST", "/api/jobs/403/positions", { kind: "counterparts", from: ["C22"], offset: 500, channels: ["R"] }],
  ["PATCH", "/api/jobs/403/positions/C22", { kind: "retire", version: 999, reason: "for the test" }],
  ["PATCH", "/api/jobs/403/positions/C22", { kind: "restore", version: 1 }],
  ["POST", "/api/jobs/403/choices", { positions: [{ designator: "C22", follows: null }], decision: "leave", partId: null, reason: "x" }],
  ["POST", "/api/jobs/403/circuits", { scenario: "supply", settings: { stages: -1 }, binding: {}, complaint: null, answer: null }],
  ["POST", "/api/jobs/403/state", { version: 999, state: "closed", waiver: { reason: "for the test", holds: ["hazard"] } }],
  ["POST", "/api/shop", { kind: "strikeShelf", id: 1 }],
  ["POST", "/api/shop", { kind: "addNorm", norm: { from: 1, to: 1, rated: null, typical: 1, wornOver: 2, failedOver: 3, note: "" } }],
  ["GET", "/api/shop", {}],
  ["GET", "/api/order.csv", {}],
  ["GET", "/api/jobs/403", {}],
  ["GET", "/api/jobs/403/records", {}],
  ["POST", "/api/jobs/403/photos?about=C22", {}],
  ["GET", "/api/jobs/403/photos", {}],
  ["DELETE", "/api/jobs/403/photos/1", {}],
  ["GET", "/api/jobs/403/recordings", {}],
  ["POST", "/api/jobs/403/recordings", { name: "x", moment: "before", played: "nothing", size: 10, pieces: ["0".repeat(64)], shows: null }],
  ["PATCH", "/api/jobs/403/recordings/999", { moment: "after", played: "nothing" }],
  ["PUT", "/api/sound/0", {}],
  ["GET", "/api/jobs/403/order.csv", {}],
  ["GET", "/api/jobs/403/candidates?position=C22", {}],
];

const odd = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    true,
    "",
    "\u0000",
    "a\u0000b",
    "\ud800",
    "\uFEFF1",
    "0x196",
    "=1+1",
    "x".repeat(5000),
    [],
    {},
    -1,
    0,
    1.5,
  ),
  fc.constantFrom<unknown>(2 ** 31, 2 ** 53, -(2 ** 63), 1e308, 1e-320, "2147483648", "NaN", "Infinity", "-0", "1e400", ["C22"], [[[]]]),
  fc.string({ unit: "binary", maxLength: 12 }),
  fc.jsonValue({ maxDepth: 2 }),
);

/** The body with one of its fields, at any depth, made odd. */
const spoilt = (body: Record<string, unknown>): fc.Arbitrary<unknown> =>
  fc.tuple(fc.constantFrom(...Object.keys(body), "surplus"), odd, fc.nat(), odd).map(([key, value, pick, inner]) => {
    const held = body[key];
    if (pick % 3 === 0 || typeof held !== "object" || held === null) return { ...body, [key]: value };
    const names = Object.keys(held);
    const within = Array.isArray(held) ? [...held] : { ...held };
    (within as Record<string, unknown>)[names[pick % Math.max(1, names.length)] ?? "0"] = inner;
    return { ...body, [key]: within };
  });

test("no body makes a route fall over", async ({ request, baseURL }) => {
  test.setTimeout(180_000);
  const sent = fc.constantFrom(...ROUTES).chain(([method, path, body]) => spoilt(body).map((data) => ({ method, path, data })));
  await fc.assert(
    fc.asyncProperty(sent, async ({ method, path, data }) => {
      const withBody = method === "GET" ? {} : { data: JSON.stringify(data) };
      const headers = { origin: baseURL!, "content-type": "application/json" };
      const response = await request.fetch(path, { method, headers, ...withBody });
      expect(response.status(), `${method} ${path} ${JSON.stringify(data)}`).toBeLessThan(500);
      if (response.status() >= 400 && !path.includes(".csv")) expect((await response.json()).issue.code).toMatch(/^[a-zA-Z]+$/);
    }),
    { numRuns: 500 },
  );
});

test("no path makes a page or a route fall over", async ({ request }) => {
  test.setTimeout(180_000);
  const segment = fc.oneof(
    fc.constantFrom(
      "0x196",
      "-1",
      "0",
      "1e3",
      " 406",
      "406.0",
      "２",
      "2147483648",
      "99999999999999999999",
      "..",
      ".",
      "%00",
      "%2e%2e",
      "a%0ab",
    ),
    fc.string({ unit: "binary-ascii", maxLength: 8 }).map(encodeURIComponent),
  );
  const path = fc.oneof(
    segment.map((s) => `/api/jobs/${s}`),
    segment.map((s) => `/api/jobs/${s}/records`),
    segment.map((s) => `/api/jobs/406/candidates?position=${s}`),
    segment.map((s) => `/jobs/${s}/measure`),
    segment.map((s) => `/jobs/406/${s}`),
    segment.map((s) => `/${s}?${s}=${s}`),
  );
  await fc.assert(
    fc.asyncProperty(path, async (p) => {
      const response = await request.get(p, { maxRedirects: 0 });
      expect(response.status(), p).toBeLessThan(500);
    }),
    { numRuns: 250 },
  );
});

/** A request as no well-behaved client sends it. */
const raw = (port: string, method: string, path: string) =>
  new Promise<number>((resolve, reject) => {
    const sent = rawRequest({ host: "127.0.0.1", port, method, path, headers: { host: `127.0.0.1:${port}` } }, (r) => {
      r.resume();
      resolve(r.statusCode!);
    });
    sent.on("error", reject);
    sent.end();
  });

test("odd methods and broken paths are refused", async ({ baseURL }) => {
  const { port } = new URL(baseURL!);
  for (const method of ["TRACE", "PUT", "PATCH", "DELETE", "POST", "PROPFIND"])
    expect(await raw(port, method, "/jobs/406/measure"), `${method} on a page`).toBe(405);
  for (const method of ["TRACE", "PROPFIND"]) expect(await raw(port, method, "/api/jobs/406"), method).toBe(405);
  for (const path of ["/%", "/jobs/%E0%A4%A/measure", "/api/jobs/%ff", "/?q=%"]) expect(await raw(port, "GET", path), path).toBe(400);
});

test("a body that is too long is refused before it is read", async ({ request, baseURL }) => {
  const response = await request.post("/api/jobs", { data: "x".repeat(300_000), headers: { origin: baseURL! } });
  expect(response.status()).toBe(413);
});
