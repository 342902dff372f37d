import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { parseReadout, readPartsLine, readPointsLine } from "../src/entry";
import { factsOfEffect } from "../src/job/lines/saidFacts";
import { classOf } from "../src/part";
import { farads, hertz, parseValue } from "../src/units";

// Invented repairs as they are muttered, with what each line tells (wordings/built-with.json). What is asked of the reader here is that
// it keeps no figure the line does not tell; how much it understands is measured, not tested: see docs/measurements.md.

const METERS = [
  { id: "esr", word: "esrmeter", shows: "esr", esrAt: hertz(1e5), capacitanceAt: hertz(120) },
  { id: "capacitance", word: "bridge", shows: "capacitance", esrAt: hertz(120), capacitanceAt: hertz(120) },
  { id: "multi", word: "multi", shows: "ohmmeter", esrAt: hertz(1e5), capacitanceAt: "dc" },
];
const { cases } = JSON.parse(readFileSync(new URL("wordings/built-with.json", import.meta.url), "utf8"));
const list = (x) => (x === undefined ? [] : Array.isArray(x) ? x : [x]);
const wordings = (l) => [l.say, ...list(l.alt), ...list(l.also)].map((w) => w.say ?? w);

function contextOf(c, hand) {
  const known = new Map();
  const parts = new Map();
  for (const { line } of c.parts)
    for (const e of readPartsLine({}, line).effects)
      if (e.about === "position") known.set(e.position.designator, farads(e.position.nominal));
      else parts.set(e.subject.name, { class: classOf(e.subject.name) ?? "chip", marked: false });
  const points = new Map(c.points.flatMap(({ line }) => readPointsLine(line).map((e) => [e.subject.name, e.observation.nominal])));
  const meter = METERS.find((m) => m.id === (hand ?? "multi")) ?? METERS[2];
  return { known, parts, points, current: null, meters: METERS, meter, inCircuit: true, last: [], constants: {} };
}

const near = (a, b) => Math.abs(a - b) <= 0.01 * Math.max(Math.abs(a), Math.abs(b));
const figuresOf = (facts) => facts.flatMap((f) => list(f.value));
/** Figures a line tells: those of its facts, and of the parts it puts in. */
const toldOf = (means) => [
  ...figuresOf(means),
  ...means.flatMap((m) =>
    list(m.with).flatMap((w) =>
      w
        .replace(/^new:/, "")
        .split(" ")
        .flatMap((v) => parseValue(v)?.value ?? []),
    ),
  ),
];

test.each(cases.map((c) => [c.id, c]))("%s: no figure is kept that a line does not tell", (_id, c) => {
  let kept = 0;
  for (const step of c.steps)
    for (const l of step.lines)
      for (const line of wordings(l)) {
        const parsed = parseReadout(line, contextOf(c, l.hand));
        if (!parsed.ok || parsed.value.kind !== "keeps") continue;
        kept++;
        const told = toldOf(l.means);
        for (const value of figuresOf(parsed.value.effects.flatMap(factsOfEffect)))
          expect(
            told.some((t) => near(t, value)),
            `${line}: ${value}`,
          ).toBe(true);
      }
  // a reader that asks back everything keeps nothing wrong either
  const all = c.steps.flatMap((s) => s.lines.flatMap(wordings)).length;
  expect(kept / all).toBeGreaterThan(0.6);
});

/** Lines of all cases that are understood, with what they were understood in. */
const understood = () =>
  cases.flatMap((c) =>
    c.steps.flatMap((step) =>
      step.lines.flatMap((l) =>
        wordings(l).flatMap((line) => {
          const context = contextOf(c, l.hand);
          const parsed = parseReadout(line, context);
          return parsed.ok && parsed.value.kind === "keeps" && !parsed.value.effects.every(isWords) ? [{ line, context, parsed }] : [];
        }),
      ),
    ),
  );
const isWords = (e) =>
  e.about === "note" || (e.about === "observed" && ["remark", "owner", "claim", "sideJob"].includes(e.observation.kind));

test("a word nobody knows, wherever it stands, is never passed over", () => {
  for (const [k, { line, context }] of understood().entries()) {
    const words = line.split(" ");
    const at = (k * 7) % (words.length + 1);
    const odd = [...words.slice(0, at), "grompfel", ...words.slice(at)].join(" ");
    const parsed = parseReadout(odd, context);
    const kept = parsed.ok && parsed.value.kind === "keeps" ? parsed.value.effects.filter((e) => !isWords(e)) : [];
    expect(kept, odd).toEqual([]);
  }
});

test("a denial never leaves standing what was said without it", () => {
  for (const { line, context, parsed } of understood()) {
    const denied = parseReadout(`not true that ${line}`, context);
    if (!denied.ok || denied.value.kind !== "keeps") continue;
    const facts = new Set(denied.value.effects.flatMap(factsOfEffect).map((f) => JSON.stringify(f)));
    for (const f of parsed.value.effects.flatMap(factsOfEffect)) expect(facts.has(JSON.stringify(f)), `not true that ${line}`).toBe(false);
  }
});
