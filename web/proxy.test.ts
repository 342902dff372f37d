import { NextRequest } from "next/server";
import { beforeAll, describe, expect, test } from "vitest";
import { proxy } from "./proxy";

beforeAll(() => {
  process.env.PORT = "4310";
  process.env.MIRVEK_HOSTS = "bench.stage.test:4310";
});

const ask = (method: string, headers: Record<string, string>) =>
  proxy(new NextRequest("http://127.0.0.1:4310/api/jobs", { method, headers: { host: "127.0.0.1:4310", ...headers } }));

describe("writes", () => {
  test.each([
    ["our own page", { origin: "http://127.0.0.1:4310" }, 200],
    ["our own page by its other name", { host: "localhost:4310", origin: "http://localhost:4310" }, 200],
    ["another site", { origin: "http://elsewhere.test" }, 403],
    ["another port of this machine", { origin: "http://127.0.0.1:9999" }, 403],
    ["a page without origin", { origin: "null" }, 403],
    ["an origin that is no address", { origin: "nonsense" }, 403],
    ["no origin, but the browser says same-origin", { "sec-fetch-site": "same-origin" }, 200],
    ["no origin and a cross-site fetch", { "sec-fetch-site": "cross-site" }, 403],
    ["no word about where it comes from", {}, 403],
  ])("from %s", (_, headers, status) => {
    for (const method of ["POST", "PUT", "PATCH", "DELETE"]) expect(ask(method, headers as Record<string, string>).status).toBe(status);
  });
});

test.each([
  ["127.0.0.1:4310", 200],
  ["LOCALHOST:4310", 200],
  ["bench.stage.test:4310", 200],
  ["elsewhere.test", 421],
  ["127.0.0.1:80", 421],
  ["", 421],
])("host name %j answers %d", (host, status) => {
  expect(ask("GET", { host }).status).toBe(status);
});

test("every answer carries the security headers, and no script runs without this answer's nonce", () => {
  const [first, second] = [ask("GET", {}), ask("GET", {})];
  const policy = first.headers.get("content-security-policy")!;
  expect(policy).toContain("object-src 'none'");
  expect(policy.match(/script-src ([^;]*)/)![1]).toMatch(/^'self' 'nonce-[A-Za-z0-9+/=]{20,}' 'strict-dynamic'$/);
  expect(policy).not.toBe(second.headers.get("content-security-policy"));
  for (const [name, value] of [
    ["x-content-type-options", "nosniff"],
    ["x-frame-options", "DENY"],
    ["referrer-policy", "same-origin"],
    ["cross-origin-opener-policy", "same-origin"],
  ] as const)
    expect(first.headers.get(name)).toBe(value);
});
