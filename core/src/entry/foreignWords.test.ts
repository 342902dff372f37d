import { STANDARD_CONSTANTS } from "../knowledge";
import { describe, expect, test } from "vitest";
import { afterFitting, applyLine, evidenceNow, deriveJob, understand, diagnose, type JobRecords } from "../job";
import { SHOP, keeping, records, typed } from "../testing/jobs";
import { EXAMPLES } from "./commands";
import { isReserved } from "./reserved";
import type { Effect } from "./entry";

/** Names every object has, and what else nobody means to type. */
const NAMES = [...Object.getOwnPropertyNames(Object.prototype), "prototype", "call", "length", "name"];
const ODD = [
  ...NAMES,
  "nan",
  "infinity",
  "undefined",
  "null",
  "1e309",
  "-0",
  "e\u0301\u0301\u0301",
  "🎚️",
  "x".repeat(300),
  "''",
  '"',
  "`${1}`",
  "%00",
  "\\u0000",
];

/** Every value that a line brings about survives being written down: no function, no NaN. */
const plain = (x: unknown): boolean =>
  typeof x === "number"
    ? Number.isFinite(x)
    : typeof x === "object" && x !== null
      ? Object.values(x).every(plain)
      : typeof x !== "function";

function see(r: JobRecords): void {
  const picture = deriveJob()(r, SHOP);
  diagnose({ ...r.job, scopeApproach: "provenBad" }, picture);
  afterFitting(STANDARD_CONSTANTS, r, picture, undefined);
  evidenceNow(STANDARD_CONSTANTS, r.job, picture.positions);
}

const lines = (example: string, odd: string): string[] => {
  const words = example.split(" ");
  return [...words.map((_, i) => words.map((w, k) => (k === i ? odd : w)).join(" ")), `${example} ${odd}`, `${odd} ${example}`];
};

describe("names of built-in properties, and other odd words, in every place of every head", () => {
  test.each(EXAMPLES.map((e) => e.line))("%s", (example) => {
    const start = typed(records(), "F1 fuse 1a", "Q7 hfe 60");
    let [now, kept] = [start, 0];
    for (const odd of ODD)
      for (const line of lines(example, odd)) {
        const entered = { key: line, line, current: "C14", meter: "blue", inCircuit: true, refersTo: null, at: 1 };
        const entry = understand(start, SHOP, entered);
        if (!entry.ok || entry.value.kind !== "keeps") continue;
        kept++;
        const effects: readonly Effect[] = entry.value.effects;
        expect(plain(effects), line).toBe(true);
        expect(JSON.parse(JSON.stringify(effects)), line).toEqual(effects);
        now = applyLine(now, SHOP, entered, entry.value, keeping(10 + kept));
      }
    expect(() => see(now)).not.toThrow();
  });

  test("several kept on one job do not take it down", () => {
    let r = records();
    for (const [i, name] of NAMES.entries())
      for (const line of [
        `note ${name}`,
        `section ${name} on`,
        `timer 1 min ${name}`,
        `${name} to ground 40k`,
        `idle ${name} 12mv warm`,
        `response ${name} 20 -1db`,
        `clip ${name} 20v into 8`,
        `rail ${name} 12`,
        `side job ${name}`,
        `listened ${name} fine`,
        `soak 5 min 40c ${name}`,
        `stamp ${name}`,
      ]) {
        const entered = { key: `${i} ${line}`, line, current: "C14", meter: "blue", inCircuit: true, refersTo: null, at: 1 };
        const entry = understand(r, SHOP, entered);
        if (entry.ok) r = applyLine(r, SHOP, entered, entry.value, keeping(i + 1));
      }
    expect(r.lines.length).toBeGreaterThan(20);
    expect(() => see(r)).not.toThrow();
    expect(deriveJob()(r, SHOP).unit.notes.sections).toEqual({});
  });
});

test.each(["undo", "power", "esr", "out", "note", "bulged", "ol", "with", "same", "rail"])(
  "%s means something on the line: nothing else is called so",
  (word) => {
    expect(isReserved(word)).toBe(true);
    expect(isReserved(word.toUpperCase())).toBe(true);
  },
);
test.each(["blue", "nightjar", "7", "a2431", "constructor"])("%s may be a name", (word) => {
  expect(isReserved(word)).toBe(false);
});
