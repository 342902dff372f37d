import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { internalAccessAllowed } from "../../safety";
import { SHOP, bench, keeping, records } from "../../testing/jobs";
import { applyLine, understand, withdraw } from "./apply";
import { deriveJob } from "../model/model";
import type { JobRecords } from "../records/records";

/** Everything a screen shows, without the list of lines, what left the list, and what the lock alone keeps of charge and power. */
const shown = (r: JobRecords) => {
  const { lines: _lines, retired: _retired, events, ...rest } = r;
  return JSON.stringify({
    rest,
    events: events.filter((e) => !e.struck && e.kind !== "released" && e.kind !== "powerUndone"),
    model: deriveJob()(r, SHOP).positions.map(({ held, ...p }) => ({ ...p, held: held && { ...held, charge: null } })),
  });
};
const open = (r: JobRecords) => internalAccessAllowed(deriveJob()(r, SHOP).safety);

const LINES = [
  "C14 esr 4.6",
  "C14 out 31u 0.9r",
  "C14 C114 esr 0.5 0.6",
  "C21 bulged",
  "C14 with C114",
  "C21 alone",
  "rail +15 14.9 1.2vac",
  "C14 note glue",
  "note warm",
  "add C30 47u 25v decoupler",
  "add C40 8+8u 450v can",
  "C14 fitted 100u 25v",
  "C114 same",
  "power on",
  "power off",
  "C1 1.2v",
  "C1 ripple 80mv",
  "C3 leak 20k falling",
  "pocket C21 out 20k settled",
  "C21 ok",
  "highest 42v",
  "C14 working 12v",
];

describe("undo takes back everything a line brought about", () => {
  test.each(LINES.filter((l) => !l.startsWith("C3 ")))("%s", (line) => {
    const b = bench();
    b.type("C14 esr 0.4");
    b.type("C114 esr 0.5");
    const before = shown(b.records);
    expect(b.type(line), "the line is kept").toMatchObject({ kind: "keeps" });
    expect(shown(b.records) === before, "something changed").toBe(false);
    b.type("undo");
    expect(shown(b.records) === before, "the view before it").toBe(true);
  });

  test("whatever was typed before, undo of the last line restores the view before it", () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...LINES), { maxLength: 8 }), fc.constantFrom(...LINES), (earlier, last) => {
        const b = bench();
        for (const line of earlier) b.type(line);
        const [before, wasOpen] = [shown(b.records), open(b.records)];
        const count = b.records.lines.length;
        b.type(last);
        if (b.records.lines.length > count) b.type("undo");
        expect(shown(b.records) === before, "the view before it").toBe(true);
        if (!wasOpen && last !== "highest 42v") expect(open(b.records), "an undo never opens").toBe(false);
      }),
    );
  });

  test("an earlier line can be struck with all that hangs on it", () => {
    const b = bench();
    b.type("add C30 47u 25v decoupler");
    b.type("C30 esr 0.2");
    b.type("C14 esr 4.6");
    const struck = withdraw(b.records, "k1", SHOP, 0);
    expect(struck.positions.some((p) => p.designator === "C30")).toBe(false);
    expect(deriveJob()(struck, SHOP).positions.find((p) => p.designator === "C14")!.verdict.state).toBe("failed");
  });

  test("a charge that was seen is forgotten by the record, never by the lock", () => {
    const b = bench();
    b.type("C1 1v");
    b.type("C1 38v");
    b.type("undo");
    expect(b.records.events.filter((e) => !e.struck)).toHaveLength(1);
    expect(b.model().safety).toMatchObject({ kind: "chargeHeld", waiting: [{ state: { kind: "charged", volts: 38 } }] });
  });
});

describe("a line is kept once and by itself", () => {
  test("the same key twice changes nothing", () => {
    const b = bench();
    b.type("C14 esr 4.6", { key: "same-key" });
    const once = b.records;
    b.type("C14 esr 9", { key: "same-key" });
    expect(b.records).toBe(once);
  });

  test("a queued line keeps the setting it was typed under", () => {
    const b = bench();
    b.type("0.4", { current: "C14", inCircuit: false });
    b.type("4.6", { current: "C114", meter: "pocket" });
    expect(b.at("C14").readings).toMatchObject([{ inCircuit: false, meter: "blue", measurement: { kind: "esr", ohms: 0.4 } }]);
    expect(b.at("C114").readings).toMatchObject([{ inCircuit: true, meter: "pocket", measurement: { kind: "ohmmeter", ohms: 4.6 } }]);
  });

  test("same repeats the readings of the line it means, and only of that line's last part", () => {
    const b = bench();
    b.type("C14 C114 esr 0.5 0.6");
    b.type("C21 same");
    expect(b.at("C21").readings.map((r) => r.measurement)).toMatchObject([{ kind: "esr", ohms: 0.6 }]);
  });

  test("a reading is never refused for the lock: it is kept with a warning", () => {
    const b = bench();
    b.type("C1 38v");
    b.type("C14 esr 4.6");
    b.type("C21 bulged");
    expect(b.at("C14").readings).toMatchObject([{ whileLocked: true }]);
    expect(b.at("C21").readings, "looking needs no hands inside").toMatchObject([{ whileLocked: false }]);
  });
});

describe("a reading belongs to a fitting", () => {
  const fitted = () => {
    const b = bench();
    b.type("C14 esr 4.6");
    b.type("C14 fitted 100u 25v lot 2431");
    return b;
  };
  test("what is measured after the new part is in is the new part's; what was found stays with the old one", () => {
    const b = fitted();
    expect(b.at("C14")).toMatchObject({ renewed: true, verdict: { state: "unmeasured" } });
    b.type("C14 out esr 0.3");
    const at = b.at("C14");
    expect(at.fittings.map((f) => [f.fitting?.lot ?? "found", f.verdict.state, f.readings.length])).toEqual([
      ["found", "failed", 1],
      ["2431", "sound", 1],
    ]);
    expect(at.verdict.state).toBe("sound");
  });
  test("the new part is judged by its own marking", () => {
    const b = bench();
    b.type("C21 fitted 10u 50v");
    b.type("C21 out 9.8u");
    expect(b.at("C21").verdict).toMatchObject({ state: "sound", capacitanceShare: expect.closeTo(0.98, 9) });
  });
  test("the chosen part goes in where nothing else is said", () => {
    const b = records();
    const entered = { key: "k", line: "C14 fitted", current: null, meter: null, inCircuit: true, refersTo: null, at: 5 };
    const entry = understand(b, SHOP, entered);
    if (!entry.ok) throw new Error(entry.issue.code);
    const chosen = { ...b.positions[2]!, code: "NJ-100" };
    const after = applyLine(b, SHOP, entered, entry.value, keeping(1, { chosen: () => chosen }));
    expect(after.fittings).toMatchObject([{ code: "NJ-100", nominal: chosen.nominal }]);
  });
  test("with the fitting struck its readings are the old part's again", () => {
    const b = fitted();
    b.type("C14 out esr 0.3");
    const struck = withdraw(b.records, "k2", SHOP, 0);
    const at = deriveJob()(struck, SHOP).positions.find((p) => p.designator === "C14")!;
    expect(at).toMatchObject({ renewed: false, verdict: { state: "sound" } });
    expect(at.readings).toHaveLength(2);
  });
});

test("a line costs one part: the others keep their very objects", () => {
  const b = bench();
  b.type("C14 esr 0.4");
  const before = b.model().positions;
  b.type("C21 esr 3");
  const after = b.model().positions;
  const kept = (d: string) => after.find((p) => p.designator === d) === before.find((p) => p.designator === d);
  expect(["C1", "C14", "C114", "C21"].map(kept)).toEqual([true, true, true, false]);
  b.type("C114 esr 0.9");
  expect(b.at("C14") === before[1], "a counterpart's reading is the other's business").toBe(false);
});
