import type { NextConfig } from "next";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL("..", import.meta.url));

export default {
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
