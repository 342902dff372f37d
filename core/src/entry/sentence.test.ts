import { STANDARD_CONSTANTS } from "../knowledge";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { ACTS, FIGURES, LOOK_SIGNS, OUTCOMES, PART_STATES, isInternalAccess, type Observation, type Subject } from "../evidence";
import { PART_CLASSES, classOf } from "../part";
import { farads, hertz } from "../units";
import type { Effect, ReadoutContext, ReadoutMeter } from "./entry";
import { LEXICON } from "./lexicon";
import { parseReadout } from "./parseLine";

const blue: ReadoutMeter = { id: "blue", word: "blue", shows: "esr", esrAt: hertz(100_000), capacitanceAt: hertz(120) };
const pocket: ReadoutMeter = { id: "pocket", word: "pocket", shows: "ohmmeter", esrAt: hertz(100_000), capacitanceAt: "dc" };
const base: ReadoutContext = {
  known: new Map(["C3", "C9", "C12", "C14"].map((d) => [d, farads(1e-5)])),
  parts: new Map(),
  points: new Map(),
  current: null,
  meters: [blue, pocket],
  meter: blue,
  inCircuit: true,
  last: [],
  constants: STANDARD_CONSTANTS,
};
const read = (line: string, over: Partial<ReadoutContext> = {}) => parseReadout(line, { ...base, ...over });
const effects = (line: string, over: Partial<ReadoutContext> = {}): readonly Effect[] => {
  const parsed = read(line, over);
  if (!parsed.ok || parsed.value.kind !== "keeps") throw new Error(`${line}: ${JSON.stringify(parsed)}`);
  return parsed.value.effects;
};
/** Observations of a line, those apart that only put a part on record. */
const told = (line: string, over: Partial<ReadoutContext> = {}): { about: string; o: Observation }[] =>
  effects(line, over).flatMap((c) =>
    c.about === "observed" && !(c.observation.kind === "named" && c.observation.marked.length === 0)
      ? [{ about: nameOf(c.subject), o: c.observation }]
      : [],
  );
const nameOf = (s: Subject) => (s.kind === "unit" ? "unit" : s.name);

describe("what was tried, in the words that come to mind", () => {
  test.each<[string, { about: string; o: Record<string, unknown> }[]]>([
    [
      "put left driver in the right, right still dead",
      [{ about: "left driver", o: { act: "swapped", with: { marked: [], named: "right" }, outcome: "same" } }],
    ],
    [
      "pulled tone board plug, rail back to 15",
      [{ about: "tone board plug", o: { act: "unplugged", outcome: "gone", after: { what: "rail", value: 15, unit: "V" } } }],
    ],
    [
      "10u bipolar over C9 and the bass is there again",
      [
        {
          about: "C9",
          o: { act: "bridged", with: { marked: [{ value: 1e-5, unit: "F" }], named: null }, outcome: "gone", symptom: "weakBass" },
        },
      ],
    ],
    [
      "tap C3: crackle, tap heat sink: nothing",
      [
        { about: "C3", o: { act: "knocked", outcome: "answers", symptom: "crackle" } },
        { about: "heat sink", o: { act: "knocked", outcome: "same" } },
      ],
    ],
    ["after ten minutes rail sags to 13, fan on it and it holds", [{ about: "rail", o: { act: "cooled", outcome: "gone" } }]],
    ["changed all of supply, no difference", [{ about: "all of supply", o: { act: "replaced", outcome: "same" } }]],
    [
      "earth lug corroded badly, cleaned it, noise gone",
      [
        { about: "earth lug", o: { kind: "look", sign: "corroded", severity: "bad" } },
        { about: "earth lug", o: { act: "cleaned", outcome: "gone" } },
      ],
    ],
    [
      "C14 bridged 100u 25v, no change",
      [{ about: "C14", o: { act: "bridged", outcome: "same", with: { marked: [{ unit: "F" }, { value: 25, unit: "V" }] } } }],
    ],
    ["swapped V1 with V2, fault followed", [{ about: "V1", o: { act: "swapped", followed: "part" } }]],
    ["warmed C3, hum is gone", [{ about: "C3", o: { act: "warmed", outcome: "gone", symptom: "hum" } }]],
    ["pressed the board, sound drops out", [{ about: "board", o: { act: "pressed", outcome: "answers", symptom: "comesAndGoes" } }]],
    ["volume down, hum still there", [{ about: "unit", o: { act: "turnedDown", outcome: "same" } }]],
    ["another outlet, no hum", [{ about: "unit", o: { act: "otherOutlet", outcome: "gone", symptom: "hum" } }]],
    ["resoldered joint Q7, works again", [{ about: "joint Q7", o: { act: "resoldered", outcome: "gone" } }]],
    ["changed Q7 and C12, hum gone", [{ about: "Q7", o: { act: "replaced", to: [{ name: "Q7" }, { name: "C12" }], outcome: "gone" } }]],
    [
      "unplugged display board, no change, unplugged motor board, rail back to 15",
      [
        { about: "display board", o: { act: "unplugged", outcome: "same" } },
        { about: "motor board", o: { act: "unplugged", outcome: "gone" } },
      ],
    ],
    ["fed the tone board from a bench supply, quiet", [{ about: "tone board", o: { act: "fed", outcome: "gone" } }]],
  ])("%s", (line, wanted) => {
    const got = told(line);
    expect(got.map((g) => g.about)).toEqual(wanted.map((w) => w.about));
    wanted.forEach((w, i) => expect(got[i]!.o).toMatchObject(w.o));
  });

  test("volts of a sentence are a reading with its circumstances, too", () => {
    expect(effects("after ten minutes rail sags to 13, fan on it and it holds")[0]).toMatchObject({
      about: "point",
      point: "rail",
      volts: 13,
      under: { after: 600 },
    });
    expect(effects("rail +15 11.7 loaded, cold")[0]).toMatchObject({ point: "rail +15", volts: 11.7, under: { load: "loaded" } });
  });

  test("divisions of a screen are multiplied out", () => {
    expect(effects("C14 ripple 2.4 div at 50mv")).toMatchObject([{ about: "voltsAt", volts: 0.12, form: "peakToPeak" }]);
    expect(effects("rail +15 14.9 3 divisions x 20mv/div")).toMatchObject([{ volts: 14.9 }, { volts: 0.06, form: "peakToPeak" }]);
  });

  test("a part said to be fitted, with what came of it, is both", () => {
    expect(effects("C14 fitted, hum gone").map((c) => c.about)).toEqual(["fitted", "observed"]);
    expect(told("C14 fitted, hum gone")[0]!.o).toMatchObject({ act: "replaced", outcome: "gone" });
  });
});

describe("parts of other classes", () => {
  test.each<[string, string, Record<string, unknown>[]]>([
    ["F1 open", "F1", [{ kind: "state", state: "open" }]],
    [
      "F2 looks fine, meter says open",
      "F2",
      [
        { kind: "look", sign: "looksWhole" },
        { kind: "state", state: "open" },
      ],
    ],
    ["Q1 hfe 62", "Q1", [{ quantity: "gain", value: 62, meter: null }]],
    ["R12 4k7", "R12", [{ kind: "named", class: "resistor", marked: [{ value: 4700, unit: "Ω" }] }]],
    ["R12 reads 5k1", "R12", [{ quantity: "ohms", value: 5100 }]],
    [
      "T1 halves 3.2 3.4",
      "T1",
      [
        { quantity: "half", label: "a", value: 3.2 },
        { quantity: "half", label: "b", value: 3.4 },
      ],
    ],
    [
      "D3 0.55 ol",
      "D3",
      [
        { quantity: "junction", label: "forward", value: 0.55 },
        { quantity: "junction", label: "reverse", value: "over" },
      ],
    ],
    [
      "Q3 be 0.62 bc 0.61",
      "Q3",
      [
        { label: "be", value: 0.62 },
        { label: "bc", value: 0.61 },
      ],
    ],
    ["Q3 ce 0.4 ohm", "Q3", [{ quantity: "ohms", label: "ce", value: 0.4 }]],
    ["LS1 5.8 ohm", "LS1", [{ quantity: "ohms", value: 5.8 }]],
    ["C3 glued not a fault", "C3", [{ kind: "look", sign: "glued", intended: true }]],
    ["board charred by C12", "board by C12", [{ kind: "look", sign: "charred" }]],
    ["stamp wk 14 1994 on C9", "C9", [{ kind: "stamp", year: 1994, week: 14 }]],
    ["tone board to ground 3.2k", "tone board", [{ quantity: "toGround", value: 3200 }]],
    ["draws 180ma in standby", "unit", [{ quantity: "current", value: 0.18, under: { power: "standby" } }]],
    ["starts 4 of 5", "unit", [{ kind: "coldStarts", started: 4, of: 5 }]],
    ["cold start no after 20 min rest", "unit", [{ kind: "coldStart", started: false, rest: 1200 }]],
    ["bias should be -46 to -40", "bias", [{ kind: "expected", low: -46, high: -40, nominal: null }]],
    ["rail +15 should be 15 5%", "rail +15", [{ kind: "expected", low: 14.25, high: 15.75, nominal: 15 }]],
    ["expect rail +15 15 5%", "rail +15", [{ kind: "expected", low: 14.25, high: 15.75, nominal: 15 }]],
    ["expect rail -15 -15 5%", "rail -15", [{ kind: "expected", low: -15.75, high: -14.25, nominal: -15 }]],
    ["expect rail +5 5 0.2", "rail +5", [{ kind: "expected", low: 4.8, high: 5.2, nominal: 5 }]],
    ["expect bias -46 to -40", "bias", [{ kind: "expected", low: -46, high: -40, nominal: null }]],
    ["re 214 place", "unit", [{ kind: "outcome", line: 214, followed: "place" }]],
    ["re 214 side job", "unit", [{ kind: "settled", line: 214, as: "sideJob" }]],
    ["all back", "unit", [{ kind: "putBack", line: null }]],
    ["owner go ahead up to 120", "unit", [{ kind: "owner", text: "go ahead up to 120" }]],
    ["fault headphone socket cuts out", "unit", [{ kind: "fault", text: "headphone socket cuts out" }]],
    ["fault 2 located", "unit", [{ kind: "faultState", fault: 2, state: "locatedNotRepaired" }]],
    ["spent 40 min on the tone board", "unit", [{ kind: "spent", minutes: 40, text: "the tone board" }]],
    ["spent 1.5 h", "unit", [{ kind: "spent", minutes: 90, text: "" }]],
    ["re 214 fault 2", "unit", [{ kind: "belongs", line: 214, fault: 2 }]],
    ["add T1 transformer", "T1", []],
  ])("%s", (line, about, wanted) => {
    const got = told(line);
    expect(got.every((g) => g.about === about)).toBe(true);
    expect(got).toHaveLength(wanted.length);
    wanted.forEach((w, i) => expect(got[i]!.o).toMatchObject(w));
  });

  test("a part is put on record when it is first named, and only then", () => {
    const named = (over: Partial<ReadoutContext>) =>
      effects("F1 open", over).filter((c) => c.about === "observed" && c.observation.kind === "named").length;
    expect(named({})).toBe(1);
    expect(named({ parts: new Map([["F1", { class: "fuse", marked: false }]]) })).toBe(0);
  });

  test("ohms of a resistor are its marking once, and readings after that", () => {
    const known = { parts: new Map([["R12", { class: "resistor" as const, marked: true }]]) };
    expect(told("R12 5k1", known)[0]!.o).toMatchObject({ kind: "figure", quantity: "ohms", value: 5100 });
  });
});

describe("words are never refused, figures are never kept unread", () => {
  test.each(["sounds like rain", "C14 gurgles", "smells of hot dust near the transformer and the lid was warm"])("%j is kept", (line) => {
    expect(read(line).ok).toBe(true);
  });
  test.each([
    ["c14 esx 4.6", "partlyUnderstood"],
    ["C44 esr 1", "unknownDesignator"],
    ["rail +15 14.9 surplus", "surplus"],
    ["rail 15", "valueMissing"],
    ["power maybe", "notUnderstood"],
    ["stamp 99", "stampUnclear"],
    ["starts 6 of 5", "startsUnclear"],
    ["zanzibar should be 5", "expectUnclear"],
  ])("%j is asked back: %s", (line, code) => {
    const parsed = read(line);
    expect(parsed.ok ? "kept" : parsed.issue.code).toBe(code);
  });
  test("with a quotation mark any line is kept as said, about what it names", () => {
    expect(told('"C14 esx 4.6')).toEqual([{ about: "C14", o: { kind: "remark", text: "C14 esx 4.6" } }]);
  });
  test("a word that was not understood asks, and says what would be kept without it", () => {
    const parsed = read("10u grandfather over C9 and the bass is there again");
    if (parsed.ok || parsed.issue.code !== "partlyUnderstood") throw new Error(JSON.stringify(parsed));
    expect(parsed.issue.unread).toContain("grandfather");
    const whole = read("10u bipolar over C9 and the bass is there again");
    expect(parsed.issue.offers).toContainEqual(whole.ok && whole.value.kind === "keeps" && whole.value.effects);
  });
  test("what a statement reads as by itself is read whole", () => {
    const parsed = read("mains lead fine, earth 0.11");
    expect(parsed.ok && parsed.value.kind === "keeps" && parsed.value).not.toHaveProperty("unread");
  });
});

test("whatever words come, in whatever order, nothing throws and nothing longer than the database holds comes out", () => {
  const phrases = LEXICON.flatMap((r) => r.phrases);
  const piece = fc.oneof(
    fc.constantFrom(...phrases),
    fc.constantFrom(
      "C3",
      "C14",
      "F1",
      "Q7",
      "R12",
      "T1",
      "rail",
      "+15",
      "11.7",
      "10u",
      "25v",
      ",",
      ":",
      "and",
      "left",
      "ch7",
      "0.4a",
      "ol",
      "it",
    ),
  );
  fc.assert(
    fc.property(fc.array(piece, { minLength: 1, maxLength: 14 }), (pieces) => {
      const parsed = read(pieces.join(" "));
      if (!parsed.ok || parsed.value.kind !== "keeps") return;
      for (const c of parsed.value.effects) {
        if (c.about !== "observed") continue;
        expect(c.subject.kind === "unit" || (c.subject.name !== "" && c.subject.name.length <= 60)).toBe(true);
        expect(typeof isInternalAccess(c.subject, c.observation)).toBe("boolean");
        if (c.observation.kind === "tried") expect(ACTS).toContain(c.observation.act);
      }
    }),
    { numRuns: 1500 },
  );
});

test("every meaning of every registry can be said", () => {
  const said = LEXICON.map((r) => r.meaning);
  const missing = [
    ...ACTS.filter((a) => !said.some((m) => m.slot === "act" && m.act === a)),
    ...OUTCOMES.filter((o) => !said.some((m) => m.slot === "outcome" && m.outcome === o)),
    ...LOOK_SIGNS.filter((s) => !said.some((m) => m.slot === "sign" && m.sign === s)),
    ...PART_STATES.filter((s) => !said.some((m) => m.slot === "state" && m.state === s)),
    ...FIGURES.filter((q) => q !== "toGround" && q !== "power" && !said.some((m) => m.slot === "quantity" && m.quantity === q)),
    ...PART_CLASSES.filter((c) => c !== "coil" && !said.some((m) => m.slot === "noun" && m.class === c)),
  ];
  expect(missing).toEqual([]);
});

test("letters of a designator say what a part is, where they stand for one thing", () => {
  expect(["R12", "F1", "Q7", "IC3", "LS2", "T1", "zd4", "X9", "Y1", "C14"].map(classOf)).toEqual([
    "resistor",
    "fuse",
    "transistor",
    "chip",
    "driver",
    "transformer",
    "diode",
    "crystal",
    null,
    "capacitor",
  ]);
});
