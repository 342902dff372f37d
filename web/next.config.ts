import type { NextConfig } from "next";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL("..", import.meta.url));

/** Names stations had before; their addresses lead to what they are called now. */
const FORMERLY = {
  "take-in": "check-in",
  look: "inspect",
  trace: "diagnose",
  explain: "simulate",
  "bring-up": "power-up",
  set: "adjust",
  prove: "final-test",
  "hand-back": "return",
  ledger: "log",
  "road-map": "component-map",
} as const;

export default {
  redirects: () =>
    Promise.resolve([
      ...Object.entries(FORMERLY).map(([was, is]) => ({
        source: `/jobs/:number(\\d+)/${was}`,
        destination: `/jobs/:number/${is}`,
        permanent: true,
      })),
      { source: "/shop/tracing", destination: "/shop/diagnosis", permanent: true },
    ]),
  transpilePackages: ["@mirvek/core"],
  // it reads its own files as it runs
  serverExternalPackages: ["pdfmake"],
  poweredByHeader: false,
  reactStrictMode: true,
  outputFileTracingRoot: root,
  turbopack: { root },
  devIndicators: false,
  // a photograph passes through the proxy whole
  experimental: { proxyClientMaxBodySize: 16_000_000 },
} satisfies NextConfig;
