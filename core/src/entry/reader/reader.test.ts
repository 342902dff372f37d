import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { report } from "../../testing/properties";
import type { PartClass } from "../../part";
import { farads, hertz } from "../../units";
import type { Effect, ReadoutContext } from "../entry";
import { parseReadout } from "../parseLine";
import { readPartsLine } from "./partsLine";
import { readPointsLine } from "./pointsLine";
import { readLine } from "./readLine";

const METERS = [
  { id: "esr", word: "esrmeter", shows: "esr", esrAt: hertz(1e5), capacitanceAt: hertz(120) },
  { id: "multi", word: "multi", shows: "ohmmeter", esrAt: hertz(1e5), capacitanceAt: "dc" },
] as const;
const part = (kind: PartClass) => ({ class: kind, marked: false });
const context = (over: Partial<ReadoutContext> = {}): ReadoutContext => ({
  known: new Map([
    ["C21", farads(2200e-6)],
    ["C22", farads(2200e-6)],
    ["C40", farads(10e-6)],
    ["C601", farads(6800e-6)],
    ["C602", farads(6800e-6)],
  ]),
  parts: new Map([
    ["R7", part("resistor")],
    ["R8", part("resistor")],
    ["D3", part("diode")],
    ["V2", part("valve")],
    ["F1", part("fuse")],
    ["F2", part("fuse")],
  ]),
  points: new Map([
    ["rail +28", 28],
    ["rail -28", -28],
    ["bulk", 325],
  ]),
  current: null,
  meters: METERS,
  meter: METERS[0],
  inCircuit: true,
  last: [],
  constants: {},
  ...over,
});
const multi = { meter: METERS[1] };

/** An effect in a few words, as far as these lines say anything of it. */
function plain(e: Effect): string {
  if (e.about === "point") return `${e.point} ${e.volts} ${e.form}`;
  if (e.about === "voltsAt") return `${e.designator} ${e.volts} V ${e.form}`;
  if (e.about === "fitted") return `${e.designator} fitted ${e.marking ? `${e.marking.nominal * 1e6}/${e.marking.rated}` : "as it was"}`;
  if (e.about === "reading") {
    const m = e.measurement;
    const figure =
      m.kind === "esr"
        ? m.ohms
        : m.kind === "capacitance"
          ? Number((m.farads * 1e6).toPrecision(6))
          : m.kind === "ohmmeter"
            ? m.ohms
            : m.kind === "visual"
              ? m.sign
              : m.kind === "condition"
                ? m.condition
                : "";
    return `${e.designator} ${m.kind} ${figure}${e.inCircuit ? "" : " out"}`;
  }
  if (e.about !== "observed") return e.about;
  const o = e.observation;
  const name = e.subject.kind === "unit" ? "unit" : e.subject.name;
  if (o.kind === "figure") return `${name} ${o.quantity} ${o.value}`;
  if (o.kind === "look") return `${name} ${o.sign}`;
  if (o.kind === "state") return `${name} ${o.state}`;
  if (o.kind === "told")
    return `told ${o.told.of.map((of) => of.replace(/^\w+:/, "")).join("+")} ${[o.told.fact, o.told.outcome].filter(Boolean).join(" ")}`;
  if (o.kind === "tried") return `${o.act} ${o.to.map((s) => (s.kind === "unit" ? "unit" : s.name)).join("+")} ${o.outcome}`;
  return o.kind === "complaintNow" ? `complaint ${o.outcome}` : `${name} ${o.kind}`;
}
const read = (line: string, over: Partial<ReadoutContext> = {}) => {
  const { effects, unread } = readLine(line, context(over));
  return unread.length > 0 ? `asks: ${unread.join(" ")}` : effects.map(plain);
};

describe("figures go to what they stand beside", () => {
  test.each<[string, Partial<ReadoutContext>, string[]]>([
    ["C21 0r31 in cct, c22 0r04", {}, ["C21 esr 0.31", "C22 esr 0.04"]],
    ["esr in circuit: 21 0,31 and C22 0,04", {}, []],
    ["C21 out: 1900u. C22 out, 2150u at 120 hz", {}, ["C21 capacitance 1900 out", "C22 capacitance 2150 out"]],
    ["601 0.02, 602 0.85", {}, ["C601 esr 0.02", "C602 esr 0.85"]],
    ["C601 602", {}, []],
    ["C40 leg up, esr 2r4", {}, ["C40 esr 2.4 out"]],
    ["R7 4k7, R8 4k68 ok", multi, ["R7 ohms 4700", "R8 ohms 4680"]],
    ["R7 leg up = ol", multi, ["R7 ohms over"]],
    ["F1 F2 0.1 each", multi, ["F1 ohms 0.1", "F2 ohms 0.1"]],
    ["D3 .58 forward", multi, ["D3 junction 0.58"]],
    ["V2 42 mA", multi, ["V2 current 0.042"]],
    ["+28.4 / -27.1", multi, ["rail +28 28.4 dc", "rail -28 -27.1 dc"]],
    ["plus rail 28,4 and 30 mVac, minus rail 27", multi, ["rail +28 28.4 dc", "rail +28 0.03 rms", "rail -28 -27 dc"]],
    ["1.3 vac on the minus rail", multi, ["rail -28 1.3 rms"]],
    ["bulk 318", multi, ["bulk 318 dc"]],
    ["still 24 volts on C21", multi, ["C21 24 V dc"]],
    ["drained C21 through 100r, 0.2 v left", multi, ["told discharge resistor safety", "C21 0.2 V dc"]],
  ])("%s", (line, over, facts) => {
    const said = read(line, over);
    // a line that is not read whole asks: it never keeps a part of itself
    if (facts.length === 0) expect(said).toMatch(/^asks/);
    else expect(said).toEqual(facts);
  });
});

describe("what was seen, done and heard", () => {
  test.each([
    ["C21 no bulge no goo, C40 brown crust", ["C21 visual looksClean", "C40 visual crust"]],
    ["F1 and F2 not blown", ["F1 looksWhole", "F2 looksWhole"]],
    ["F1 blown", ["F1 blown"]],
    ["joint Q7 ringed", ["joint Q7 ringed"]],
    ["socket of V2 burnt black", ["socket V2 charred"]],
    ["F1 F2 pulled, hum gone", ["unplugged F1+F2 gone"]],
    ["froze V2: no change", ["cooled V2 same"]],
    ["C21 C22 new 3300/50, hum much better", ["C21 fitted 3300/50", "C22 fitted 3300/50", "replaced C21+C22 better"]],
    ["C40 -> 10u 63v", ["C40 fitted 10/63", "replaced C40 null"]],
    ["hum down a lot, not gone", ["complaint better"]],
    ["hum better not gone", ["complaint better"]],
    ["no hum either side", ["complaint gone"]],
  ])("%s", (line, facts) => {
    const said = read(line);
    expect(said).toEqual(facts);
  });
});

const WHOLE = [
  "C21 0r31 in cct",
  "C21 out 1900u",
  "plus rail 28.4",
  "F1 blown",
  "C40 bulged",
  "C21 shorted",
  "F1 pulled, hum gone",
  "R7 4k7",
  "bulk 318",
];
const LETTERS = fc.string({ unit: fc.constantFrom(..."bcdfghjklmnpqstvwz"), minLength: 5, maxLength: 9 }).map((s) => `q${s}`);

describe("what others did, what the ear hears and what the unit does is kept as told", () => {
  test.each([
    ["owner put new V2 in last year, no better", ["told V2 history repairedBefore", "told complaint history same"]],
    ["left crackles, right is quiet", ["told L listen crackle", "told R listen silent"]],
    ["V2 red plates", ["told V2 behaviour high"]],
    ["swapped the speaker leads, stays left", ["told L swap staysWithPlace"]],
    ["vol at zero: same", ["told volume control adjust same"]],
    ["10 of 10 starts", ["told unit behaviour starts"]],
    ["ran for 2 hours", ["told unit behaviour"]],
    ["C22 left alone", ["told C22 note"]],
    ["bulk hunting", ["told bulk reading wanders"]],
    ["8 ohm loads", ["told bench load"]],
    ["F1 F2 back in", ["told F1 unplug back", "told F2 unplug back"]],
    ["fresh 47u 50v 0.55 ohm", ["told 47u 50v reference"]],
  ])("%s", (line, facts) => expect(read(line)).toEqual(facts));
});

describe("clauses go together", () => {
  test.each<[string, Partial<ReadoutContext>, string[]]>([
    ["C21 out 1900u, C22 out 2150u", {}, ["C21 capacitance 1900 out", "C22 capacitance 2150 out"]],
    ["1.1 v left on C21, 0.9 on C22", {}, ["C21 1.1 V dc", "C22 0.9 V dc"]],
    ["bulk 318, hum gone", multi, ["bulk 318 dc", "complaint gone"]],
    ["tapped V2, no change. F1 not blown", multi, ["knocked V2 same", "F1 looksWhole"]],
    ["freezer on V2 -> crackle stops, on D3 nothing", multi, ["cooled V2 gone", "cooled D3 same"]],
    ["F1 0.1 ohm, F2 same", multi, ["F1 ohms 0.1", "F2 ohms 0.1"]],
    ["+28.1 / -27.9 and 45 mVac on each", multi, ["rail +28 28.1 dc", "rail -28 -27.9 dc", "rail +28 0.045 rms", "rail -28 0.045 rms"]],
    ["plus rail 28.2 / 40 mills", multi, ["rail +28 28.2 dc", "rail +28 0.04 rms"]],
  ])("%s", (line, over, facts) => expect(read(line, over)).toEqual(facts));
  test.each([
    ["220k for R7", "what goes in is no reading"],
    ["8.3 over R7", "volts to some, ohms to others"],
    ["C21 31 there 17", "two figures of one part"],
    ["C21 fine for 2200u", "what it is marked is no reading"],
  ])("%s asks: %s", (line) => expect(parseReadout(line, context(multi))).toMatchObject({ ok: false }));
  test("a line with a slip of the finger asks, and offers what it is taken for", () => {
    const { unread, others } = readLine("wramed V2, hum gone", context());
    expect(unread).toEqual(["wramed"]);
    expect(others.map((o) => o.map(plain))).toContainEqual(["warmed V2 gone"]);
  });
  test("a line without a name offers the part under the cursor and takes nothing", () => {
    const { effects, others } = readLine("climbed to 0.9 ohm, sorry 0.9 ohm", context({ current: "C40" }));
    expect(effects).toEqual([]);
    expect(others.flat().every((e) => JSON.stringify(e).includes("C40"))).toBe(true);
  });
});

describe("promises", () => {
  test("a word that nothing knows turns a line that was understood into one that asks", () => {
    report(
      fc.check(
        fc.property(fc.constantFrom(...WHOLE), LETTERS, fc.nat(), (line, word, at) => {
          const words = line.split(" ");
          words.splice(at % (words.length + 1), 0, word);
          const parsed = parseReadout(words.join(" "), context());
          expect(
            parsed.ok && parsed.value.kind === "keeps"
              ? parsed.value.effects.filter((e) => e.about !== "observed" || e.observation.kind !== "remark")
              : [],
          ).toEqual([]);
        }),
        { numRuns: 300 },
      ),
    );
  });
  test("a word that denies never leaves standing what was said without it", () => {
    for (const line of WHOLE)
      for (const no of ["not", "never", "no"]) {
        const words = line.split(" ");
        for (let at = 1; at < words.length; at++) {
          // "no hum" is a finding of its own
          if (no === "no" && words[at] === "hum") continue;
          const denied = [...words.slice(0, at), no, ...words.slice(at)].join(" ");
          const [plainly, now] = [parseReadout(line, context()), parseReadout(denied, context())];
          if (!plainly.ok || !now.ok || plainly.value.kind !== "keeps" || now.value.kind !== "keeps") continue;
          const kept = now.value.effects.map(plain);
          for (const e of plainly.value.effects) expect(kept, denied).not.toContain(plain(e));
        }
      }
  });
  test("words that carry nothing change nothing", () => {
    for (const line of WHOLE)
      for (const fill of ["now", "there", "the"]) {
        const words = line.split(" ");
        expect(read([words[0], fill, ...words.slice(1)].join(" "), multi), line).toEqual(read(line, multi));
      }
  });
});

test("words that carry nothing change nothing that is kept", () => {
  const FILLERS = ["so", "now", "well", "sorry,", "ok so", "and", "then"];
  report(
    fc.check(
      fc.property(fc.constantFrom(...WHOLE), fc.constantFrom(...FILLERS), (line, filler) => {
        expect(read(`${filler} ${line}`)).toEqual(read(line));
      }),
      { numRuns: 200 },
    ),
  );
});

test("two things said one after the other keep what each keeps alone, in either order", () => {
  const THINGS = ["R7 4k7", "bulk 318", "F1 blown", "C40 bulged", "C21 shorted", "V2 42 mA"];
  report(
    fc.check(
      fc.property(fc.constantFrom(...THINGS), fc.constantFrom(...THINGS), (a, b) => {
        fc.pre(a !== b);
        const both = [...read(a, multi), ...read(b, multi)];
        expect([...read(`${a}. ${b}`, multi)].sort()).toEqual([...both].sort());
        expect([...read(`${b}. ${a}`, multi)].sort()).toEqual([...both].sort());
      }),
      { numRuns: 100 },
    ),
  );
});

describe("lists of parts, as they are scribbled", () => {
  const listed = (line: string) =>
    readPartsLine({}, line).effects.map((e) =>
      e.about === "position"
        ? `${e.position.designator} ${Number((e.position.nominal * 1e6).toPrecision(6))}u ${e.position.rated ?? "?"}V`
        : e.about === "observed" && e.subject.kind === "part" && e.observation.kind === "named"
          ? `${e.subject.name} ${e.observation.class} ${e.observation.marked.map((m) => `${m.value}${m.unit}`).join(" ")}`.trim()
          : "",
    );
  test.each([
    ["C1 2200u 35v reservoir", ["C1 2200u 35V"]],
    ["C21 c22 1000/35 ahead of the regs, C23/24 47u16 after", ["C21 1000u 35V", "C22 1000u 35V", "C23 47u 16V", "C24 47u 16V"]],
    ["R5 R6 3k3 1w bleeders + BR2 bridge", ["R5 resistor 3300Ω 1W", "R6 resistor 3300Ω 1W", "BR2 diode"]],
    ["c77 ?? under glue", ["C77 capacitor"]],
    ["Q1-Q4 drivers", ["Q1 transistor", "Q2 transistor", "Q3 transistor", "Q4 transistor"]],
    ["R9 120k charges it from +12", ["R9 resistor 120000Ω"]],
    ["F3 T2A", ["F3 fuse 2A"]],
    ["C60 22u 63v, C61 same", ["C60 22u 63V", "C61 22u 63V"]],
    ["H2 replay head, R5 3k3", ["R5 resistor 3300Ω"]],
    ["LS2 8 inch 6 ohm", ["LS2 driver 6Ω"]],
  ])("%s", (line, parts) => expect(listed(line)).toEqual(parts));
  test("words that a part took up are recorded, the others are said back", () => {
    const { effects, described } = readPartsLine({}, "C21 C22 6800u 50v reservoir, R5 R6 3k3 bleeders");
    expect(effects.flatMap((e) => (e.about === "position" ? [e.position.role] : []))).toEqual(["reservoir", "reservoir"]);
    expect(described).toEqual(["bleeders"]);
  });
  test("one odd word refuses nothing", () => {
    report(
      fc.check(
        fc.property(LETTERS, (word) => {
          expect(listed(`C21 470u 25v ${word}, R5 3k3`)).toEqual(["C21 470u 25V", "R5 resistor 3300Ω"]);
        }),
        { numRuns: 100 },
      ),
    );
  });
});

test.each([
  ["rails +/-28", ["rail +28 28", "rail -28 -28"]],
  ["opamp supply plus/minus 12", ["+12 12", "-12 -12"]],
  ["bulk 325 dc", ["bulk 325"]],
  ["5v 12v", ["5v 5", "12v 12"]],
  ["screens 200", []],
])("points: %s", (line, named) => {
  const said = readPointsLine(line).flatMap((e) =>
    e.about === "observed" && e.subject.kind === "point" && e.observation.kind === "expected"
      ? [`${e.subject.name} ${e.observation.nominal}`]
      : [],
  );
  expect(said).toEqual(named);
});
