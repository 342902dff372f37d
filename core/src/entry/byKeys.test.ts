import { expect, test } from "vitest";
import { bench } from "../testing/jobs";
import { KEY_MODES, firstOf, lastOf, lineByKeys, sidesOf } from "./byKeys";
import { parseReadout } from "./parseLine";
import { farads, hertz } from "../units";

const part = (c: "resistor" | "transistor" | "connector") => ({ class: c, marked: true });
const meter = { id: "esr", word: "esrmeter", shows: "esr", esrAt: hertz(1e5), capacitanceAt: hertz(120) } as const;
const context = {
  known: new Map([["C5", farads(1e-5)]]),
  parts: new Map(Object.entries({ R9: part("resistor"), Q4: part("transistor"), CN1: part("connector") })),
  points: new Map(),
  current: null,
  meters: [meter],
  meter,
  inCircuit: true,
  last: [],
  constants: {},
};
const THINGS = ["C5", "R9", "Q4", "CN1"];

test.each(KEY_MODES)("whatever is picked as %s is understood, about what was picked and nothing else", (mode) => {
  for (const first of firstOf(mode))
    for (const thing of sidesOf(mode)?.map((s) => s.says) ?? THINGS)
      for (const last of lastOf(mode, first).length > 0 ? lastOf(mode, first) : [null]) {
        const line = lineByKeys(mode, first, thing, last);
        const parsed = parseReadout(line, context);
        if (!parsed.ok || parsed.value.kind !== "keeps") throw new Error(`${line}: ${JSON.stringify(parsed)}`);
        const { effects } = parsed.value;
        expect(effects.length, line).toBeGreaterThan(0);
        for (const e of effects) {
          if (e.about === "observed" && e.observation.kind === "complaintNow") continue;
          const name = "designator" in e ? e.designator : e.about === "observed" && e.subject.kind !== "unit" ? e.subject.name : thing;
          expect(name, line).toBe(thing);
        }
      }
});

test("no two choices of one list have the same key", () => {
  for (const mode of KEY_MODES) {
    const lists = [firstOf(mode), sidesOf(mode) ?? [], ...firstOf(mode).map((f) => lastOf(mode, f))];
    for (const list of lists) expect(new Set(list.map((c) => c.key)).size).toBe(list.length);
  }
});

test("a trial picked by keys counts like one that was typed", () => {
  const b = bench();
  const [tapped] = firstOf("tried");
  const crackles = lastOf("tried", tapped!).find((c) => c.name === "crackles")!;
  b.type(lineByKeys("tried", tapped!, "C14", crackles));
  expect(b.model().unit.tried).toMatchObject([{ tried: { act: "knocked", outcome: "answers", symptom: "crackle" } }]);
});
