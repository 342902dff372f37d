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
