import { STANDARD_CONSTANTS } from "@mirvek/core/knowledge";
import type { Assessment } from "@mirvek/core/choose";
import { NO_READING } from "@mirvek/core/safety";
import { CLOSING_HOLDS } from "@mirvek/core/job";
import { ROLES } from "@mirvek/core/part";
import { parsePositionList, parseReadout, type ReadoutContext } from "@mirvek/core/entry";
import { farads, hertz, ohms, volts } from "@mirvek/core/units";
import { inventedCatalogue } from "@mirvek/core/simulate";
import { describe, expect, test } from "vitest";
import { fitNoteText, meritSentence, refusalText, sharedMerits } from "./choose";
import { entryText } from "./entry";
import { nextActText } from "./nextStep";
import { ago, clock, jobNumberText, list, marked, money, signedPercent, span } from "./quantity";
import { issueText, positionIssueText, readoutIssueText } from "./requestIssue";
import { chargeText, dischargeRefusalText, hazardDetail, hazardWord } from "./safety";
import { backingOf, notesOf, reasonOf } from "./verdict";
import { roleName } from "./vocabulary";

const context: ReadoutContext = {
  known: new Map([
    ["C14", farads(47e-6)],
    ["C15", farads(47e-6)],
  ]),
  parts: new Map(),
  points: new Map(),
  current: null,
  meters: [{ id: "blue", word: "blue", shows: "esr", esrAt: hertz(100_000), capacitanceAt: hertz(120) }],
  meter: { id: "blue", word: "blue", shows: "esr", esrAt: hertz(100_000), capacitanceAt: hertz(120) },
  inCircuit: true,
  last: [],
  constants: STANDARD_CONSTANTS,
};
const understood = (line: string) => {
  const parsed = parseReadout(line, context);
  if (!parsed.ok) return readoutIssueText(parsed.issue);
  const { subject, rest } = entryText(parsed.value, [{ id: "blue", name: "Blue meter" }]);
  return `${subject}: ${rest}`;
};

describe("a line is said back as it was understood", () => {
  test.each([
    ["c14 esr .42", "C14: ESR 0.42 Ω at 100 kHz, in circuit, Blue meter"],
    ["C14 out 31,0u 0.9r", "C14: C 31.0 µF at 120 Hz, ESR 0.9 Ω at 100 kHz, out of circuit, Blue meter"],
    ["C14 bulged", "C14: bulged"],
    ["C14 leak 20k falling", "C14: ohmmeter 20 kΩ, falling, in circuit, no meter named"],
    ["C14 0.3 alone", "C14: ESR 0.3 Ω at 100 kHz, in circuit, Blue meter, nothing across it"],
    ["C14 38v", "C14: 38 V across it"],
    ["ripple C14 1.2vac", "C14: 1.2 V AC ripple"],
    ["bias -44", "bias: −44 V"],
    ["power on", "Power: on"],
    ["step 25%", "Power: on; The unit: on at 25 % of its mains"],
    ["out", "From now on: out of circuit"],
    ["new 10u 50v esr 1.4", "Shelf: new 10 µF 50 V aluminium electrolytic: ESR 1.4 Ω on Blue meter"],
    ["add C30 47u 25v decoupler", "Add C30: 47 µF 25 V, decoupler, aluminium electrolytic (technology, tolerance taken as usual)"],
    ["undo", "Undo: the last line, with all it brought about"],
    ["C44 esr 1", "C44 is not on this job. Did you mean C14? Or: add C44 47u 25v decoupler"],
    ["C14 esr -1", "-1 is no possible ESR."],
    ["C14 out 9000u", "9000 µF on a 47 µF part? Check the unit, or end the line with ! to save it."],
    ["C14 C15 esr 0.5 0.6", "C14 and C15: C14 ESR 0.5 Ω at 100 kHz, C15 ESR 0.6 Ω at 100 kHz, in circuit, Blue meter"],
    ["C14 esr 4.6 in 3.5 out", "C14: ESR 4.6 Ω at 100 kHz (in circuit, Blue meter), ESR 3.5 Ω at 100 kHz (out of circuit, Blue meter)"],
    ["rail +15 14.9 80mvac", "rail +15: 14.9 V, 80 mV AC"],
    ["C14 <0.1", "C14: ESR under 0.1 Ω at 100 kHz, in circuit, Blue meter"],
    ["C14 hot", "C14: hot"],
    ["C14 47", "47 is what C14 is marked: esr 47, or c 47u?"],
    ["C14 esr 4.6 3.9", "3.9 is a second ESR: in, out or a meter beside each, or two lines."],
    ["C14 fitted 47u 63v lot 7", "C14: replaced with 47 µF 63 V, lot 7; readings from here on are the new part's"],
    ["C14 ol", "C14: ESR over-range at 100 kHz, in circuit, Blue meter"],
  ])("%s", (line, text) => {
    expect(understood(line)).toBe(text);
  });
});

describe("verdicts", () => {
  test.each([
    [
      { code: "esr", ohms: ohms(3.9), at: hertz(1e5), expected: ohms(0.9), ratio: 4.33, inCircuit: true, atLimit: null },
      "ESR 4.3 × the 0.90 Ω expected; neighbours only lower it",
    ],
    [
      { code: "esr", ohms: ohms(0.8), at: hertz(1e5), expected: ohms(0.9), ratio: 0.89, inCircuit: false, atLimit: ohms(0.8) },
      "ESR 0.9 × the 0.90 Ω expected, at the limit of 0.80 Ω, out of circuit",
    ],
    [{ code: "capacitance", farads: farads(6e-4), share: 0.185, inCircuit: false }, "19 % of its value left, out of circuit"],
    [{ code: "esrMayBeHidden", ohms: ohms(0.3), ratio: 0.6, by: ["C7"] }, "ESR low, but C7 across it may hide a dried part"],
    [
      { code: "unlikeCounterparts", counterparts: ["C15", "C16"], quantity: "esr", ratio: 2.6 },
      "2.6 × worse than C15 and C16, though inside its limits",
    ],
    [{ code: "visual", sign: "bulged" }, "bulged: bad whatever it reads"],
    [
      {
        code: "capacitanceUnderReads",
        farads: farads(3.9e-6),
        share: 0.39,
        at: hertz(1000),
        model: { esr: ohms(20), farads: farads(3.8e-6), agrees: true },
      },
      "39 % at 1 kHz: a bridge reads wet parts low up there; whole, with 20 Ω it would show 3.8 µF: that agrees",
    ],
    [
      { code: "bankLow", farads: farads(150e-6), sum: farads(300e-6), missing: 1.5, by: ["C2", "C3"] },
      "150 µF with C2 and C3, sum should be 300 µF: 1.5 parts' worth is missing",
    ],
    [
      { code: "unlikeCounterparts", counterparts: ["C101"], quantity: "capacitance", ratio: 1.08 },
      "−7.4 % against C101: the sides must match",
    ],
  ] as const)("%o", (reason, text) => {
    expect(reasonOf({ reason })).toBe(text);
  });

  test("backing names reference and certainty; notes are sentences", () => {
    const verdict = {
      state: "failed",
      certainty: "likely",
      reason: { code: "nothingMeasured" },
      reference: "shelf",
      settle: null,
      capacitanceShare: null,
      esrRatio: null,
      esrLimits: null,
      notes: [
        { code: "metersDisagree", meters: ["blue", "clip"], ratio: 3 },
        { code: "allCounterpartsBad", counterparts: ["C114"] },
      ],
    } as const;
    expect(backingOf(verdict)).toBe("compared with a new one on this meter; likely");
    expect(notesOf(verdict)).toEqual(["blue and clip differ 3.0 ×", "C114 too: heat or age"]);
    const bulged = { code: "lookedBad", sign: "bulged" } as const;
    expect(notesOf({ notes: [bulged] }), "a bulge goes on being said").toEqual(["it is bulged"]);
    expect(notesOf({ notes: [bulged], reason: { code: "visual", sign: "bulged" } }), "but not twice").toEqual([]);
  });
});

describe("safety", () => {
  const once = { position: "C1", state: { kind: "once", volts: volts(2), at: 0, secondFrom: 60_000 }, passedOver: null } as const;
  const charged = { position: "C2", state: { kind: "charged", volts: volts(38), at: 0 }, passedOver: null } as const;

  test("the worst state gives the word", () => {
    expect(hazardWord({ kind: "energised", since: 0, attempt: false })).toEqual({ word: "Energised", tone: "danger" });
    expect(hazardWord({ kind: "chargeHeld", waiting: [once] })).toEqual({ word: "Second reading due", tone: "wait" });
    expect(hazardWord({ kind: "chargeHeld", waiting: [once, charged] })).toEqual({ word: "Stored charge", tone: "danger" });
    expect(hazardWord({ kind: "nothingListed" }).tone).toBe("danger");
  });

  test("what is charged is named, and what is only unmeasured counts as charged", () => {
    expect(hazardDetail({ kind: "chargeHeld", waiting: [once, charged] }, 0, 5)).toMatch(/^C2 above 5 V/);
    expect(hazardDetail({ kind: "chargeHeld", waiting: [{ position: "C3", ...NO_READING }] }, 0, 5)).toMatch(
      /C3 not measured since the last power-up/,
    );
    expect(chargeText(once, 20_000)).toBe("2 V; measure again in 40 s");
    expect(chargeText(once, 61_000)).toBe("2 V; measure again now");
  });

  test("a low reading that did not count says why, whatever else is charged", () => {
    const late = { ...charged, passedOver: { volts: volts(2.1), at: 0, why: "earlier" } } as const;
    expect(hazardDetail({ kind: "chargeHeld", waiting: [once, late] }, 0, 5)).toBe(
      "C2: 2.1 V was entered before the last charge or power was recorded and does not count; measure again now.",
    );
    expect(chargeText({ ...once, passedOver: { volts: volts(1), at: 0, why: "powered" } }, 0)).toMatch(
      /^1 V was read while the unit counts as on/,
    );
  });

  test("a refused resistor says why", () => {
    expect(dischargeRefusalText({ code: "peakPower", peak: 39.7 as never, limit: 31.25 as never })).toBe(
      "39.7 W at first, rated for 31.3 W",
    );
  });
});

test("rules and notes are worded with their figures", () => {
  expect(refusalText({ code: "value", change: 0.424, low: -0.1, high: 0.25 })).toBe("+42 %, allowed −10 % to +25 %");
  expect(refusalText({ code: "voltage", rated: 25, needed: 35, from: "original" })).toContain("working volts are not measured");
  expect(fitNoteText({ code: "formLeads", pitch: 3.5, hole: 2.5 })).toBe("form leads, 3.5 to 2.5 mm");
});

test("next acts are one sentence with a full stop", () => {
  const acts = [
    { code: "writeComplaint" },
    { code: "switchOff" },
    { code: "measure", position: "C15", counterpartOf: "C14", left: 3 },
    { code: "settle", position: "C5", settle: "liftAndEsr" },
    { code: "decide", position: "C1", left: 1 },
    { code: "return" },
  ] as const;
  for (const act of acts) expect(nextActText(act).act).toMatch(/^[A-Z][^.]*\.$/);
  expect(nextActText(acts[2]).act).toBe("Measure C15: it is the counterpart of C14, which is bad.");
});

test("issues of a pasted list name their lines", () => {
  const { issues } = parsePositionList(STANDARD_CONSTANTS, "C1 reservoir\nC2 220 25v\nC1x purple");
  expect(issueText({ code: "positions", issues })).toBe(
    'Line 1: C1: value is missing. Line 2: C2: 220 can be 220 µF or 22 pF: write the unit. Line 3: C1X: "purple" not understood.',
  );
  expect(positionIssueText({ code: "duplicate", designator: "C1" })).toBe("C1 is already there");
});

test("every hold on closing says what to do", () => {
  for (const by of CLOSING_HOLDS) expect(issueText({ code: "closingHeld", by: [by] })).toMatch(/\.$/);
  expect(issueText({ code: "closingHeld", by: ["temporary", "unproven"] })).toMatch(/temporary part.*\. .*since the last work on the unit/);
});

test("figures for the eye", () => {
  expect([signedPercent(0), signedPercent(0.021), signedPercent(-0.5)]).toEqual(["±0.0 %", "+2.1 %", "−50 %"]);
  expect([span(0.42), span(46), span(300)]).toEqual(["0.4 s", "46 s", "5 min"]);
  expect([clock(192), clock(-4)]).toEqual(["3:12", "0:00"]);
  expect([ago(0, 59_000), ago(0, 61_000), ago(0, 7.3e6), ago(0, 1.8e8), ago(5000, 0)]).toEqual([
    "59 s ago",
    "1 min ago",
    "2 h ago",
    "2 d ago",
    "0 s ago",
  ]);
  expect([list([]), list(["a"]), list(["a", "b", "c"])]).toEqual(["", "a", "a, b and c"]);
  expect([jobNumberText(7), marked(4700e-6, 50), money(1482, "€")]).toEqual(["0007", "4700 µF 50 V", "€ 14.82"]);
});

test("what speaks for every part of a list is said once", () => {
  const [catalogued] = inventedCatalogue(1);
  const of = (stock: number): Assessment => ({
    part: catalogued!,
    fit: "fits",
    refusals: [],
    notes: [],
    merits: [
      { code: "nearValue", change: 0 },
      { code: "inStock", stock },
    ],
    change: 0,
    years: null,
    score: 0,
  });
  const twoParts = [of(12), of(4)];
  expect(sharedMerits(twoParts)).toEqual(["exact value"]);
  expect(twoParts.map((a) => meritSentence(a, sharedMerits(twoParts)))).toEqual(["12 in stock.", "4 in stock."]);
  expect(sharedMerits([of(12)])).toEqual([]);
});

describe("roles", () => {
  test.each(ROLES)("%s is taken on a parts line by the very name the screens show", (role) => {
    const parsed = parsePositionList(STANDARD_CONSTANTS, `C7 10u 50v ${roleName[role]}`);
    expect(parsed.issues).toEqual([]);
    expect(parsed.drafts.map((d) => [d.designator, d.role])).toEqual([["C7", role]]);
    expect(parseReadout(`add C7 10u 50v ${roleName[role]}`, context)).toMatchObject({
      ok: true,
      value: { effects: [{ about: "position", position: { role } }] },
    });
  });
});
