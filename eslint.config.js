import js from "@eslint/js";
import boundaries from "eslint-plugin-boundaries";
import reactHooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

// What each area of the core may import besides itself; anything not listed is refused.
const CORE_MAY = {
  units: [],
  numeric: [],
  knowledge: ["device"],
  device: [],
  part: ["units", "knowledge", "device"],
  evidence: ["units", "knowledge", "device", "part"],
  verdict: ["units", "numeric", "knowledge", "part", "evidence"],
  circuit: ["units", "numeric"],
  scenarios: ["units", "numeric", "device", "part", "circuit"],
  entry: ["units", "knowledge", "device", "part", "evidence"],
  safety: ["units", "knowledge"],
  powerUp: ["units", "knowledge", "device", "part", "verdict", "scenarios", "explain"],
  adjust: ["knowledge"],
  finalTest: ["knowledge"],
  choose: ["units", "numeric", "knowledge", "device", "part", "verdict", "circuit", "scenarios", "explain", "entry"],
  catalogue: ["units", "knowledge", "part", "entry", "choose"],
  explain: ["units", "numeric", "knowledge", "device", "part", "evidence", "verdict", "circuit", "scenarios"],
  diagnosis: ["units", "numeric", "knowledge", "device", "part", "verdict", "scenarios", "explain"],
  job: [
    "units",
    "knowledge",
    "device",
    "part",
    "evidence",
    "verdict",
    "entry",
    "safety",
    "powerUp",
    "adjust",
    "finalTest",
    "scenarios",
    "explain",
    "diagnosis",
    "choose",
  ],
  simulate: ["units", "numeric", "device", "part", "circuit", "scenarios", "powerUp", "entry", "choose"],
  sound: ["units", "numeric", "device"],
};
const AREAS = Object.keys(CORE_MAY);

export default tseslint.config(
  { ignores: ["**/node_modules/**", "**/.next/**", ".mirvek/**", "web/next-env.d.ts"] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { varsIgnorePattern: "^_", argsIgnorePattern: "^_" }],
      "@typescript-eslint/consistent-type-imports": ["error", { fixStyle: "inline-type-imports" }],
      "no-console": ["error", { allow: ["error"] }],
      "max-len": ["error", { code: 140, ignoreRegExpLiterals: true, ignorePattern: "String\\.raw|^ *test\\(" }],
      eqeqeq: ["error", "always", { null: "ignore" }],
    },
  },
  {
    files: ["**/*.mjs", "web/server/checkDatabase.ts", "web/server/demo/**", "web/bench/**"],
    rules: { "no-console": "off" },
    languageOptions: {
      globals: { process: "readonly", console: "readonly", URL: "readonly", performance: "readonly", setTimeout: "readonly" },
    },
  },
  {
    files: ["web/**/*.{ts,tsx}"],
    plugins: { "react-hooks": reactHooks },
    rules: { ...reactHooks.configs.recommended.rules },
  },
  {
    // the core runs anywhere: no web, no Node, no clock or chance of its own
    files: ["core/src/**/*.ts"],
    ignores: ["core/src/**/*.test.ts", "core/src/testing/**"],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            {
              group: [
                "@mirvek/web",
                "@mirvek/web/*",
                "**/web/**",
                "node:*",
                "fs",
                "path",
                "os",
                "react",
                "react/*",
                "pg",
                "next",
                "next/*",
              ],
              message: "The core is pure.",
            },
          ],
        },
      ],
      "no-restricted-globals": ["error", "window", "document", "process", "console", "fetch", "performance", "setTimeout", "setInterval"],
      "no-restricted-properties": [
        "error",
        { object: "Math", property: "random", message: "Chance comes in as an argument." },
        { object: "Date", property: "now", message: "Time comes in as an argument." },
      ],
    },
  },
  {
    files: ["core/src/**/*.ts"],
    ignores: ["core/src/**/*.test.ts", "core/src/testing/**"],
    plugins: { boundaries },
    settings: {
      "import/resolver": { node: { extensions: [".ts"] } },
      "boundaries/elements": AREAS.map((area) => ({ type: area, pattern: `core/src/${area}`, mode: "folder" })),
    },
    rules: {
      "boundaries/element-types": [
        "error",
        { default: "disallow", rules: AREAS.map((area) => ({ from: area, allow: [area, ...CORE_MAY[area]] })) },
      ],
      // other areas through their door only
      "boundaries/entry-point": ["error", { default: "disallow", rules: AREAS.map((area) => ({ target: area, allow: "index.ts" })) }],
    },
  },
  {
    files: ["web/components/**/*.{ts,tsx}", "web/wording/**", "web/schemas/**"],
    rules: {
      "no-restricted-imports": [
        "error",
        { patterns: [{ group: ["**/server/**", "pg"], message: "Screens and words never reach into the server." }] },
      ],
    },
  },
  {
    files: ["web/server/**/*.ts"],
    rules: { "no-restricted-imports": ["error", { patterns: [{ group: ["**/components/**"], message: "The server knows no screens." }] }] },
  },
  {
    files: ["web/e2e/**/*.ts"],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            {
              group: ["../components/*", "../server/*", "../schemas/*", "../wording/*", "@mirvek/*"],
              message: "Journeys use the browser only.",
            },
          ],
        },
      ],
    },
  },
);
