import { describe, expect, test } from "vitest";
import { farads, hertz } from "../units";
import type { ReadoutContext, ReadoutMeter } from "./entry";
import { parseReadout } from "./parseReadout";

const blue: ReadoutMeter = { id: "blue", word: "blue", shows: "esr", esrAt: hertz(100_000), capacitanceAt: hertz(120) };
const bridge: ReadoutMeter = { id: "bridge", word: "bridge", shows: "capacitance", esrAt: hertz(120), capacitanceAt: hertz(120) };
const pocket: ReadoutMeter = { id: "pocket", word: "pocket", shows: "ohmmeter", esrAt: hertz(100_000), capacitanceAt: "dc" };
const base: ReadoutContext = {
  known: new Map([["C1", farads(4700e-6)], ["C3", farads(10e-6)], ["C14", farads(47e-6)], ["C15", farads(47e-6)]]),
  current: null,
  meters: [blue, bridge, pocket],
  meter: blue,
  inCircuit: true,
}; // prettier-ignore

const read = (line: string, over: Partial<ReadoutContext> = {}) => {
  const parsed = parseReadout(line, { ...base, ...over });
  return parsed.ok ? parsed.value : parsed.issue;
};
const said = (line: string, over: Partial<ReadoutContext> = {}) => {
  const entry = read(line, over);
  if (!("kind" in entry) || entry.kind !== "part") throw new Error(`${line} gave ${JSON.stringify(entry)}`);
  return { ...entry, measurements: entry.measurements.map((m) => m.measurement) };
};

describe("what a technician mutters", () => {
  test("C14 esr 4.6", () => {
    expect(said("C14 esr 4.6")).toMatchObject({
      designator: "C14",
      inCircuit: true,
      meter: "blue",
      measurements: [{ kind: "esr", ohms: 4.6, at: 100_000 }],
    });
  });

  test("C14 out 31u 0.9r is C and ESR out of circuit", () => {
    expect(said("C14 out 31u 0.9r")).toMatchObject({
      inCircuit: false,
      measurements: [
        { kind: "capacitance", farads: 31e-6, at: 120 },
        { kind: "esr", ohms: 0.9 },
      ],
    });
  });

  test.each([
    ["c14 bulged", { kind: "visual", sign: "bulged" }],
    ["C14 ol", { kind: "esr", ohms: "over" }],
    ["c14 open", { kind: "condition", condition: "open" }],
    ["C3 leak 20k falling", { kind: "ohmmeter", ohms: 20_000, trend: "falling" }],
    ["C3 leak ol", { kind: "ohmmeter", ohms: "over" }],
    ["C3 climbing", { kind: "ohmmeter", ohms: "over", trend: "climbing" }],
    ["C3 leak 12ua", { kind: "leakage", amperes: 12e-6 }],
    ["C14 esr ,42", { kind: "esr", ohms: 0.42 }],
    ["C14 4.6 ohm", { kind: "esr", ohms: 4.6 }],
    ["C14 esr 1.2 @120", { kind: "esr", ohms: 1.2, at: 120 }],
    ["C14 31u 1khz", { kind: "capacitance", farads: 31e-6, at: 1000 }],
    ["C14 31u dc", { kind: "capacitance", at: "dc" }],
    ["C14 bridge esr 3", { kind: "esr", ohms: 3, at: 120 }],
    ["C14 tand 0.08", { kind: "dissipation", d: 0.08, at: 120 }],
    ["C14 esr 180m", { kind: "esr", ohms: 0.18 }],
  ])("%s", (line, measurement) => {
    expect(said(line).measurements).toMatchObject([measurement]);
  });

  test.each([
    ["rail +15 11.7", { kind: "point", point: "rail +15", volts: 11.7, alternating: false }],
    ["bias -44", { kind: "point", point: "bias", volts: -44 }],
    ["ripple C1 1.2vac", { kind: "volts", designator: "C1", volts: 1.2, alternating: true }],
    ["C1 38v", { kind: "volts", designator: "C1", volts: 38, alternating: false }],
    ["out", { kind: "setting", inCircuit: false, meter: null }],
    ["meter pocket", { kind: "setting", meter: "pocket" }],
    ["undo", { kind: "undo" }],
    ["power off", { kind: "power", on: false }],
    ["note smells of fish, near T1", { kind: "note", text: "smells of fish, near T1" }],
    ["new 10u 50v esr 1.4", { kind: "shelf", nominal: 10e-6, rated: 50, esr: 1.4, meter: "blue" }],
    ["add C30 47u 25v decoupler", { kind: "add", position: { designator: "C30", nominal: 47e-6, rated: 25 } }],
  ])("%s", (line, entry) => {
    expect(read(line)).toMatchObject(entry);
  });

  test("what lies across a part is said with it", () => {
    expect(said("C14 0.3 alone").parallel).toEqual({ kind: "alone" });
    expect(said("C14 with C15,C3").parallel).toEqual({ kind: "with", designators: ["C15", "C3"] });
  });

  test("a bare number belongs to the part under the cursor and to what the meter shows", () => {
    expect(said("4.6", { current: "C3" })).toMatchObject({ designator: "C3", implied: true, measurements: [{ kind: "esr", ohms: 4.6 }] });
    expect(said("20k", { current: "C3", meter: pocket })).toMatchObject({ measurements: [{ kind: "ohmmeter", ohms: 20_000 }] });
    expect(said("9.1u", { current: "C3", meter: bridge })).toMatchObject({ measurements: [{ kind: "capacitance", farads: 9.1e-6 }] });
  });

  test("digits are kept as spoken", () => {
    const entry = read("C14 esr 0.90");
    expect(entry).toMatchObject({ measurements: [{ significant: 2 }] });
  });
});

describe("what cannot be kept is asked back", () => {
  test.each([
    ["", "empty"],
    ["C16 esr 1", "unknownDesignator"],
    ["4.6", "noDesignator"],
    ["C14", "nothingSaid"],
    ["C14 esr", "valueMissing"],
    ["C14 gurgles", "notUnderstood"],
    ["C14 esr -2", "impossible"],
    ["C14 esr 1e30", "impossible"],
    ["C14 -31u", "impossible"],
    ["C1 99kv", "impossible"],
    ["C14 esr 4.6v", "wrongUnit"],
    ["C14 esr 31uF", "wrongUnit"],
    ["rail 15", "valueMissing"],
    ["C14 20k", "unitMissing"],
    ["C14 31", "ok"],
    ["C14 31m", "ok"],
    ["C14 out 9000u", "farFromMarked"],
    ["C14 out 31p", "farFromMarked"],
    ["new 10u esr 1.4", "shelfIncomplete"],
    ["meter red", "unknownMeter"],
    ["add C14 47u 25v", "alreadyThere"],
    ["add C40 47u", "position"],
    ["power maybe", "notUnderstood"],
  ])("%j: %s", (line, code) => {
    const result = read(line);
    expect("code" in result ? result.code : "ok").toBe(code);
  });

  test("a slip in the designator names the near ones", () => {
    expect(read("C41 esr 1")).toMatchObject({ code: "unknownDesignator", near: ["C1", "C14"] });
  });

  test("over-range is asked back where the meter does not tell of what", () => {
    expect(read("C14 ol", { meter: bridge })).toMatchObject({ code: "overOfWhat" });
  });

  test("a value far from the marked one is kept only when insisted on", () => {
    expect(said("C3 out 700u !").measurements).toMatchObject([{ farads: 700e-6 }]);
  });
});
