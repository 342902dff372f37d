import { STANDARD_CONSTANTS } from "../knowledge";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { farads, hertz } from "../units";
import type { ReadoutContext } from "./entry";
import { parsePositionList } from "./parsePosition";
import { parseReadout } from "./parseLine";

const meter = { id: "blue", word: "blue", shows: "esr", esrAt: hertz(100_000), capacitanceAt: hertz(120) } as const;
const context: ReadoutContext = {
  known: new Map(Array.from({ length: 30 }, (_, i) => [`C${i + 1}`, farads(100e-6)])),
  parts: new Map(),
  points: new Map(),
  current: "C7",
  meters: [meter],
  meter,
  inCircuit: true,
  last: [],
  constants: STANDARD_CONSTANTS,
};
const designator = fc.integer({ min: 1, max: 30 }).map((n) => `C${n}`);
const decimal = fc.tuple(fc.integer({ min: 0, max: 99 }), fc.integer({ min: 1, max: 99 })).map(([a, b]) => `${a}.${b}`);
const read = (line: string) => parseReadout(line, context);

describe("the same thing said in different ways is understood alike", () => {
  const readings = (line: string) => {
    const parsed = read(line);
    if (!parsed.ok || parsed.value.kind !== "keeps") throw new Error(`${line}: ${JSON.stringify(parsed)}`);
    return parsed.value.effects.flatMap((c) => (c.about === "reading" ? [c] : []));
  };
  const esrOf = (line: string) => {
    const list = readings(line);
    return { where: list[0]!.designator, out: !list[0]!.inCircuit, m: list.map((x) => x.measurement) };
  };

  test("word order does not change what is kept", () => {
    const bits = fc.tuple(
      designator,
      fc.integer({ min: 30, max: 300 }),
      decimal,
      fc.constantFrom("in", "out", "lifted", "out of circuit"),
      fc.constantFrom("blue", ""),
      fc.constantFrom("", "bulged", "falling 20k", "alone"),
    );
    fc.assert(
      fc.property(bits, fc.array(fc.nat(1000), { minLength: 7, maxLength: 7 }), ([d, c, e, place, meterWord, more], order) => {
        const blocks = [d, `${c}u`, more.startsWith("falling") ? "" : `esr ${e}`, place, meterWord, more].filter(Boolean);
        const shuffled = blocks
          .map((b, i) => ({ b, at: order[i]! }))
          .sort((x, y) => x.at - y.at)
          .map((x) => x.b);
        const sorted = (line: string) => {
          const parsed = read(line);
          if (!parsed.ok || parsed.value.kind !== "keeps") throw new Error(`${line}: ${JSON.stringify(parsed)}`);
          return parsed.value.effects.map((b) => JSON.stringify(b)).sort();
        };
        expect(sorted(shuffled.join(" ")), shuffled.join(" ")).toEqual(sorted(blocks.join(" ")));
      }),
      { numRuns: 500 },
    );
  });

  test("capitals, commas, order of words and spelling of the unit", () => {
    fc.assert(
      fc.property(designator, decimal, (d, value) => {
        const plain = esrOf(`${d} out esr ${value}`);
        for (const line of [
          `${d.toLowerCase()} OUT ESR ${value}`,
          `${d} esr ${value.replace(".", ",")} out`,
          `${d} out ${value}r`,
          `${d} out ${value} ohm`,
          `  ${d}   lifted   esr   ${value}  `,
          `${d} out blue esr ${value}`,
        ])
          expect(esrOf(line), line).toEqual(plain);
        expect(plain.m).toMatchObject([{ kind: "esr", ohms: Number(value) }]);
      }),
    );
  });

  test("C and ESR in one line give what two lines give", () => {
    fc.assert(
      fc.property(designator, fc.integer({ min: 20, max: 200 }), decimal, (d, c, e) => {
        const both = esrOf(`${d} out ${c}u ${e}r`).m;
        expect(both).toEqual([...esrOf(`${d} out ${c}u`).m, ...esrOf(`${d} out esr ${e}`).m]);
      }),
    );
  });
});

describe("whatever is typed", () => {
  const word = fc.oneof(
    fc.constantFrom(
      "C1",
      "C99",
      "esr",
      "cap",
      "leak",
      "in",
      "out",
      "with",
      "alone",
      "rail",
      "bias",
      "ripple",
      "new",
      "add",
      "power",
      "note",
      "ol",
      "!",
      "@1k",
      "bulged",
      "falling",
      "undo",
      "dc",
      "same",
      "fitted",
      "no",
      "leak",
      "bridged",
      "lot",
      "=",
      "~0.4",
      "8+8u",
      "-35%",
      "alone",
    ),
    decimal,
    fc.constantFrom("31u", "4n7", "-2", "1e30", "20k", "38v", "1.2vac", "NaN", "Infinity", "''", "--", "%", "µ", "\u0000", "🎭"),
    fc.string({ maxLength: 6 }),
  );

  test("the line is understood or asked back, never thrown, and nothing impossible comes out", () => {
    fc.assert(
      fc.property(fc.array(word, { maxLength: 6 }), (words) => {
        const parsed = read(words.join(" "));
        if (!parsed.ok) {
          expect(parsed.issue.code).toBeTypeOf("string");
          return;
        }
        if (parsed.value.kind !== "keeps") return;
        expect(parsed.value.effects.length).toBeGreaterThan(0);
        for (const c of parsed.value.effects) {
          if (c.about !== "reading") continue;
          expect(c.significant).toBeGreaterThanOrEqual(1);
          for (const figure of Object.values(c.measurement))
            if (typeof figure === "number") expect(figure >= 0 && Number.isFinite(figure)).toBe(true);
        }
      }),
      { numRuns: 1500 },
    );
  });

  test("a pasted list never loses a line: each is a position, an issue, a section or blank", () => {
    const line = fc.oneof(
      fc
        .tuple(designator, fc.constantFrom("47u 25v", "220/25", "104J 100V", "47u", "purple", "10u 50v coupling L"))
        .map((x) => x.join(" ")),
      fc.constantFrom("", "   ", "#Supply"),
      fc.string({ maxLength: 20 }).map((s) => s.replace(/[\r\n#]/g, "")),
    );
    fc.assert(
      fc.property(fc.array(line, { maxLength: 12 }), (lines) => {
        const { drafts, issues } = parsePositionList(STANDARD_CONSTANTS, lines.join("\n"));
        const silent = lines.filter((l) => l.trim() === "" || l.trim().startsWith("#")).length;
        expect(drafts.length + issues.length + silent).toBe(lines.length);
        expect(new Set(drafts.map((d) => d.designator)).size).toBe(drafts.length);
      }),
    );
  });
});
