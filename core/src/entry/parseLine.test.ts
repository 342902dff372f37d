import { STANDARD_CONSTANTS } from "../knowledge";
import { describe, expect, test } from "vitest";
import { farads, hertz, ohms } from "../units";
import type { ReadoutContext, ReadoutMeter } from "./entry";
import { EXAMPLES } from "./commands";
import { parseReadout } from "./parseLine";

const blue: ReadoutMeter = { id: "blue", word: "blue", shows: "esr", esrAt: hertz(100_000), capacitanceAt: hertz(120) };
const clip: ReadoutMeter = { id: "clip", word: "clip", shows: "esr", esrAt: hertz(100_000), capacitanceAt: "dc" };
const bridge: ReadoutMeter = { id: "bridge", word: "bridge", shows: "capacitance", esrAt: hertz(1000), capacitanceAt: hertz(1000) };
const pocket: ReadoutMeter = { id: "pocket", word: "pocket", shows: "ohmmeter", esrAt: hertz(100_000), capacitanceAt: "dc" };
const base: ReadoutContext = {
  known: new Map(
    [
      ["C1", 4700e-6],
      ["C3", 10e-6],
      ["C5", 220e-6],
      ["C7", 220e-6],
      ["C12", 100e-6],
      ["C13", 100e-6],
      ["C14", 47e-6],
      ["C15", 47e-6],
    ].map(([d, c]) => [d as string, farads(c as number)]),
  ),
  parts: new Map(),
  points: new Map(),
  current: null,
  meters: [blue, clip, bridge, pocket],
  meter: blue,
  inCircuit: true,
  last: [],
  constants: STANDARD_CONSTANTS,
};

const read = (line: string, over: Partial<ReadoutContext> = {}) => {
  const parsed = parseReadout(line, { ...base, ...over });
  return parsed.ok ? parsed.value : parsed.issue;
};
const brought = (line: string, over: Partial<ReadoutContext> = {}) => {
  const entry = read(line, over);
  if (!("kind" in entry) || entry.kind !== "keeps") throw new Error(`${line} gave ${JSON.stringify(entry)}`);
  return entry.effects;
};
/** The readings of a line, each as designator, measurement, in or out. */
const said = (line: string, over: Partial<ReadoutContext> = {}) => brought(line, over).flatMap((c) => (c.about === "reading" ? [c] : []));
const measured = (line: string, over: Partial<ReadoutContext> = {}) => said(line, over).map((r) => r.measurement);
const code = (line: string, over: Partial<ReadoutContext> = {}) => {
  const result = read(line, over);
  return "code" in result ? result.code : `kept: ${JSON.stringify(result)}`;
};

describe("what a technician mutters", () => {
  test("C14 esr 4.6", () => {
    expect(said("C14 esr 4.6")).toMatchObject([
      {
        designator: "C14",
        implied: false,
        inCircuit: true,
        meter: "blue",
        significant: 2,
        measurement: { kind: "esr", ohms: 4.6, at: 100_000 },
      },
    ]);
  });

  test.each([
    ["c14 bulged", { kind: "visual", sign: "bulged" }],
    ["C14 bulging", { kind: "visual", sign: "bulged" }],
    ["C14 swollen", { kind: "visual", sign: "bulged" }],
    ["C14 vented", { kind: "visual", sign: "bulged" }],
    ["C14 ol", { kind: "esr", ohms: "over" }],
    ["C14 0L", { kind: "esr", ohms: "over" }],
    ["C14 no reading", { kind: "esr", ohms: "over" }],
    ["c14 open", { kind: "condition", condition: "open" }],
    ["C14 open circuit", { kind: "condition", condition: "open" }],
    ["C14 dead short", { kind: "condition", condition: "shorted" }],
    ["C14 ok", { kind: "word", word: "fine" }],
    ["C14 fine", { kind: "word", word: "fine" }],
    ["C14 bad", { kind: "word", word: "bad" }],
    ["C14 leaky", { kind: "word", word: "leaky" }],
    ["C14 no leak", { kind: "word", word: "noLeak" }],
    ["C14 not shorted", { kind: "word", word: "notShorted" }],
    ["C14 no continuity", { kind: "word", word: "noContinuity" }],
    ["C14 dried out", { kind: "word", word: "driedOut" }],
    ["C14 hot", { kind: "word", word: "hot" }],
    ["C14 dry joint", { kind: "word", word: "dryJoint" }],
    ["C14 far too high", { kind: "word", word: "bad" }],
    ["C14 in spec", { kind: "word", word: "fine" }],
    ["C3 leak 20k falling", { kind: "ohmmeter", ohms: 20_000, trend: "falling" }],
    ["C3 falling to 20k", { kind: "ohmmeter", ohms: 20_000, trend: "falling" }],
    ["C3 leak ol", { kind: "ohmmeter", ohms: "over" }],
    ["C3 climbing", { kind: "ohmmeter", ohms: "over", trend: "climbing" }],
    ["C3 leak 12ua", { kind: "leakage", amperes: 12e-6 }],
    ["C14 esr ,42", { kind: "esr", ohms: 0.42 }],
    ["C14 4.6 ohm", { kind: "esr", ohms: 4.6 }],
    ["C14 4.6 esr", { kind: "esr", ohms: 4.6 }],
    ["C14 35 milliohm", { kind: "esr", ohms: 0.035 }],
    ["C14 reads 0.35", { kind: "esr", ohms: 0.35 }],
    ["C14 esr=0.35", { kind: "esr", ohms: 0.35 }],
    ["C14 leak 5 megohm settled", { kind: "ohmmeter", ohms: 5e6, trend: "settled" }],
    ["C14 31 microfarad", { kind: "capacitance", farads: 31e-6 }],
    ["C14 esr 1.2 @120", { kind: "esr", ohms: 1.2, at: 120 }],
    ["C14 31u 1khz", { kind: "capacitance", farads: 31e-6, at: 1000 }],
    ["C14 31u dc", { kind: "capacitance", at: "dc" }],
    ["C14 bridge esr 3", { kind: "esr", ohms: 3, at: 1000 }],
    ["C14 df 8%", { kind: "dissipation", d: 0.08, at: 120 }],
    ["C14 tand 0.08", { kind: "dissipation", d: 0.08, at: 120 }],
    ["C14 bridge tand 0.08", { kind: "dissipation", d: 0.08, at: 1000 }],
    ["C14 -35%", { kind: "capacitance", farads: expect.closeTo(30.55e-6, 12) }],
    ["C14 <0.1", { kind: "esr", ohms: 0.1, bound: "below" }],
    ["C14 >99", { kind: "esr", ohms: 99, bound: "above" }],
    ["C14 ~0.4", { kind: "esr", ohms: 0.4, bound: "about" }],
    ["C14 esr 180m", { kind: "esr", ohms: 0.18 }],
  ])("%s", (line, measurement) => {
    expect(measured(line)).toMatchObject([measurement]);
  });

  test.each([
    ["rail +15 11.7", [{ about: "point", point: "rail +15", volts: 11.7, form: "dc" }]],
    [
      "rail +15 14.9 1.2vac",
      [
        { point: "rail +15", volts: 14.9, form: "dc" },
        { point: "rail +15", volts: 1.2, form: "rms" },
      ],
    ],
    ["rail 12 = 11.9", [{ point: "rail 12", volts: 11.9 }]],
    ["rail digital 5v 4.9", [{ point: "rail digital 5v", volts: 4.9 }]],
    ["rail - -22.4", [{ point: "rail -", volts: -22.4 }]],
    ["-15 rail -0.26", [{ point: "rail -15", volts: -0.26 }]],
    ["bias -44", [{ point: "bias", volts: -44 }]],
    [
      "offset l 12mv r 15mv",
      [
        { point: "offset l", volts: 0.012 },
        { point: "offset r", volts: 0.015 },
      ],
    ],
    ["left offset 12mv", [{ point: "offset l", volts: 0.012 }]],
    ["B+ 385", [{ point: "b+", volts: 385 }]],
    ["rail +15 30mvpp", [{ point: "rail +15", volts: 0.03, form: "peakToPeak" }]],
    ["C1 ripple 80mv", [{ about: "voltsAt", designator: "C1", volts: 0.08, form: "rms" }]],
    ["ripple C1 1.2vac", [{ about: "voltsAt", designator: "C1", volts: 1.2, form: "rms" }]],
    ["C1 ripple 230mvpp", [{ volts: 0.23, form: "peakToPeak" }]],
    ["C1 38v", [{ about: "voltsAt", designator: "C1", volts: 38, form: "dc" }]],
    ["C1 38 volts", [{ about: "voltsAt", volts: 38 }]],
    [
      "C1 38v alone",
      [
        { about: "voltsAt", volts: 38 },
        { about: "across", designator: "C1", parallel: { kind: "alone" } },
      ],
    ],
    ["C14 note glue under it", [{ about: "note", designator: "C14", text: "glue under it" }]],
    ["note smells of fish, near T1", [{ about: "note", designator: null, text: "smells of fish, near T1" }]],
    ["power off", [{ about: "power", on: false }]],
    [
      "new 10u 50v esr 1.4 series Nightjar low-esr",
      [{ about: "shelf", nominal: 10e-6, rated: 50, esr: 1.4, meter: "blue", series: "Nightjar", grade: "lowEsr" }],
    ],
    ["add C30 47u50v decoupler", [{ about: "position", position: { designator: "C30", nominal: 47e-6, rated: 50 } }]],
    ["add C40 8+8u 450v can", [{ position: { designator: "C40A", nominal: 8e-6 } }, { position: { designator: "C40B", nominal: 8e-6 } }]],
    ["add C40 2x1000u 50v", [{ position: { designator: "C40A", nominal: 1000e-6 } }, { position: { designator: "C40B" } }]],
    ["add C40 0.1 630v film", [{ position: { designator: "C40", nominal: 0.1e-6, rated: 630, technology: "film" } }]],
    ["add C40 47u", [{ position: { nominal: 47e-6, rated: null } }]],
    ["add C40 47u 25v coupling SBL", [{ position: { channel: "SBL" } }]],
    ["add C40 47u 25v coupling ch7", [{ position: { channel: "7" } }]],
    ["C14 fitted", [{ about: "fitted", designator: "C14", marking: null, lot: null }]],
    ["C14 fitted 47u 63v lot 2431", [{ about: "fitted", marking: { nominal: 47e-6, rated: 63 }, lot: "2431" }]],
    [
      "C14 bridged 100u, hum gone",
      [{ about: "observed", observation: { kind: "tried", act: "bridged", outcome: "gone", symptom: "hum" } }],
    ],
    ["bridge C14 with 47u", [{ about: "observed", subject: { kind: "part", name: "C14" }, observation: { kind: "tried", outcome: null } }]],
    ["C14 gurgles", [{ about: "observed", subject: { kind: "part", name: "C14" }, observation: { kind: "remark", text: "C14 gurgles" } }]],
  ])("%s", (line, effects) => {
    const got = brought(line);
    expect(got).toMatchObject(effects);
    expect(got, "nothing more than that").toHaveLength(effects.length);
  });

  test.each([
    ["out", { kind: "setting", inCircuit: false, meter: null, cursor: null }],
    ["meter pocket", { kind: "setting", meter: "pocket" }],
    ["C14 lifted", { kind: "setting", inCircuit: false, cursor: "C14" }],
    ["C14 one leg lifted", { kind: "setting", inCircuit: false, cursor: "C14" }],
    ["undo", { kind: "undo" }],
  ])("%s", (line, entry) => {
    expect(read(line)).toMatchObject(entry);
  });

  test("what lies across a part is said with it", () => {
    expect(brought("C14 0.3 alone")).toMatchObject([{ about: "reading" }, { about: "across", parallel: { kind: "alone" } }]);
    expect(brought("C14 with C15,C3")).toMatchObject([{ about: "across", parallel: { kind: "with", designators: ["C15", "C3"] } }]);
  });

  test("a bare number belongs to the part under the cursor and to what the meter shows", () => {
    expect(said("4.6", { current: "C3" })).toMatchObject([{ designator: "C3", implied: true, measurement: { kind: "esr", ohms: 4.6 } }]);
    expect(measured("20k", { current: "C3", meter: pocket })).toMatchObject([{ kind: "ohmmeter", ohms: 20_000 }]);
    expect(measured("9.1u", { current: "C3", meter: bridge })).toMatchObject([{ kind: "capacitance", farads: 9.1e-6 }]);
  });
});

describe("ohms are ohms on an ohmmeter", () => {
  test.each(["350r", "0 ohm", "0.5r", "12 ohm", "350", "falling 350r", "350r falling", "350 settled", "climbing 350"])("%s", (value) => {
    expect(measured(`C14 out ${value}`, { meter: pocket })).toMatchObject([
      { kind: "ohmmeter", ohms: parseFloat(value.replace(/^\D+/, "")) },
    ]);
    expect(measured(`C14 out pocket ${value}`), "named on the line").toMatchObject([{ kind: "ohmmeter" }]);
  });
  test("ESR on a meter that shows none is asked back", () => {
    expect(code("C14 esr 0.5", { meter: pocket })).toBe("meterShowsNoEsr");
    expect(code("C14 pocket esr ol")).toBe("meterShowsNoEsr");
    expect(code("new 10u 50v esr 1.4", { meter: pocket })).toBe("meterShowsNoEsr");
  });
  test("ohms without a meter could be either and are asked back", () => {
    expect(code("C14 0.9r", { meter: null })).toBe("ohmsOfWhat");
  });
  test("ohms that fall were not read on an ESR meter", () => {
    expect(said("C3 20k falling")).toMatchObject([{ meter: null, measurement: { kind: "ohmmeter" } }]);
  });
});

describe("a value takes what stands beside it", () => {
  const esrs = (line: string) => said(line).map((r) => [(r.measurement as { ohms: number }).ohms, r.inCircuit ? "in" : "out", r.meter]);
  test("in and out behind their values, or before them", () => {
    expect(esrs("C14 esr 4.6 in 3.58 out")).toEqual([
      [4.6, "in", "blue"],
      [3.58, "out", "blue"],
    ]);
    expect(esrs("C14 in 4.6 out 3.58")).toEqual([
      [4.6, "in", "blue"],
      [3.58, "out", "blue"],
    ]);
    expect(esrs("C14 out 4.6")).toEqual(esrs("C14 4.6 out"));
  });
  test("two meters, each beside its value", () => {
    expect(esrs("C14 blue 4.6 clip 5.1")).toEqual([
      [4.6, "in", "blue"],
      [5.1, "in", "clip"],
    ]);
    expect(esrs("C14 4.6 blue 5.1 clip")).toEqual([
      [4.6, "in", "blue"],
      [5.1, "in", "clip"],
    ]);
  });
  test("frequencies at their values", () => {
    expect(measured("C14 31u@1k .9@100k")).toMatchObject([
      { kind: "capacitance", at: 1000 },
      { kind: "esr", ohms: 0.9, at: 100_000 },
    ]);
    expect(measured("C14 31u @1k 0.9r")).toMatchObject([{ at: 1000 }, { at: 100_000 }]);
    expect(measured("C14 out 31u 0.9r")).toMatchObject([{ at: 120 }, { at: 100_000 }]);
    expect(measured("C14 31u/0.9")).toMatchObject([
      { kind: "capacitance", farads: 31e-6 },
      { kind: "esr", ohms: 0.9 },
    ]);
  });
});

describe("several parts in one line", () => {
  test("values are shared out in order, words are meant for all", () => {
    expect(said("C12 C13 esr 0.5 0.6").map((r) => [r.designator, (r.measurement as { ohms: number }).ohms])).toEqual([
      ["C12", 0.5],
      ["C13", 0.6],
    ]);
    expect(said("C12 and C13 bulged").map((r) => r.designator)).toEqual(["C12", "C13"]);
    expect(said("C12 C13 98u 97u 0.5r 0.6r").map((r) => [r.designator, r.measurement.kind])).toEqual([
      ["C12", "capacitance"],
      ["C13", "capacitance"],
      ["C12", "esr"],
      ["C13", "esr"],
    ]);
    expect(code("C12 C13 esr 0.5")).toBe("valuesForParts");
    expect(code("C12 C13 esr 0.5 0.6 0.7")).toBe("valuesForParts");
  });
  test("same is what the line before said, and nothing where none did", () => {
    const last = [
      { measurement: { kind: "esr", ohms: ohms(0.5), at: hertz(100_000) } as const, significant: 1, inCircuit: false, meter: "clip" },
    ];
    expect(said("C13 same", { last })).toMatchObject([{ designator: "C13", ...last[0] }]);
    expect(code("C13 same")).toBe("sameAsWhat");
    expect(code("C13 same 0.4", { last })).toBe("surplus");
  });
});

describe("what cannot be kept is asked back", () => {
  test.each([
    ["", "empty"],
    ["C16 esr 1", "unknownDesignator"],
    ["4.6", "noDesignator"],
    ["C14", "nothingSaid"],
    ["C14 esr", "valueMissing"],
    ["C14 esr 4.6 gurgles", "partlyUnderstood"],
    ["C14 esr -2", "impossible"],
    ["C14 esr 1e30", "impossible"],
    ["C14 -31u", "impossible"],
    ["C14 1e-300u", "impossible"],
    ["C1 99kv", "impossible"],
    ["C14 esr 4.6v", "wrongUnit"],
    ["C14 esr 31uF", "wrongUnit"],
    ["rail 15", "valueMissing"],
    ["rail +15 14.9 surplus", "surplus"],
    ["rail +15 14.9 15.1 15.2", "secondValue"],
    ["C14 20k", "unitMissing"],
    ["C14 31m", "ok"],
    ["C14 47", "isTheMarking"],
    ["C14 470", "noBareEsr"],
    ["C14 out 9000u", "farFromMarked"],
    ["C14 out 31p", "farFromMarked"],
    ["C14 4.65mF", "milliOrMicro"],
    ["C1 4,700u", "thousandsOrDecimal"],
    ["C14 esr 4.6 3.9", "secondValue"],
    ["C14 31u 33u", "secondValue"],
    ["C5 with C5", "acrossItself"],
    ["C14 shorted out", "positionOrCondition"],
    ["C14 burnt out", "positionOrCondition"],
    ["C14 80%", "unitMissing"],
    ["new 10u esr 1.4", "shelfIncomplete"],
    ["meter red", "unknownMeter"],
    ["add C14 47u 25v", "alreadyThere"],
    ["add C40 47u 25v 0x5", "position"],
    ["power maybe", "notUnderstood"],
    ["power on C5 4", "surplus"],
    ["C14 fitted 47u", "fittedMarking"],
    ["note a\u0000b", "badCharacter"],
    ["note \ud800", "badCharacter"],
    [`note ${"x".repeat(500)}`, "tooLong"],
  ])("%j: %s", (line, expected) => {
    if (expected === "ok") expect("kind" in read(line)).toBe(true);
    else expect(code(line)).toBe(expected);
  });

  test("a slip in the designator names the near ones", () => {
    expect(read("C41 esr 1")).toMatchObject({ code: "unknownDesignator", near: ["C1", "C14"] });
  });

  test("5m on an ohmmeter is milli to one and mega to another", () => {
    expect(code("C14 5m", { meter: pocket })).toBe("milliOrMega");
    expect(measured("C14 5M", { meter: pocket })).toMatchObject([{ kind: "ohmmeter", ohms: 5e6 }]);
  });

  test("mF is asked back, whatever is marked: millifarads to one, microfarads to the next", () => {
    for (const line of ["C1 4.65mF", "C14 45mF"]) expect(code(line)).toBe("milliOrMicro");
  });

  test("over-range is asked back where the meter does not tell of what", () => {
    expect(code("C14 ol", { meter: bridge })).toBe("overOfWhat");
  });

  test("a value far from the marked one is kept only when insisted on", () => {
    expect(measured("C3 out 700u !")).toMatchObject([{ farads: 700e-6 }]);
  });

  test("C5 open out is a place, C5 shorted out could be either", () => {
    expect(said("C14 open out")).toMatchObject([{ inCircuit: false, measurement: { kind: "condition", condition: "open" } }]);
    expect(said("C14 out shorted")).toMatchObject([{ inCircuit: false }]);
  });
});

test("every example of the key sheet is understood", () => {
  expect(EXAMPLES.length).toBeGreaterThan(15);
  for (const { line } of EXAMPLES) {
    const last = [
      { measurement: { kind: "esr", ohms: ohms(0.5), at: hertz(100_000) } as const, significant: 1, inCircuit: true, meter: null },
    ];
    const parsed = parseReadout(line, { ...base, current: "C3", last });
    expect(parsed, line).toMatchObject({ ok: true });
  }
});
