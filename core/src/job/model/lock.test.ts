import { describe, expect, test } from "vitest";
import { bench, positionRecord, records, SHOP } from "../../testing/jobs";
import { part } from "../../testing/parts";
import { volts } from "../../units";
import type { JobRecords } from "../records/records";
import { lockOf } from "./lock";
import { deriveJob } from "./model";

const withJob = (over: Partial<JobRecords["job"]>, more: Partial<JobRecords> = {}) =>
  records({ ...more, job: { ...records().job, ...over } });
const small = positionRecord(1, "C1", part(1000, 25, { role: "reservoir" }), { holdsCharge: true });
const MINUTE = 60_000;

describe("the lock in proportion", () => {
  test("a passive or battery unit has nothing to list; a mains unit has", () => {
    const empty = { positions: [] };
    expect(lockOf(withJob({ supplyKind: "none" }, empty), SHOP).safety).toEqual({ kind: "harmless", why: "passive" });
    expect(lockOf(withJob({ supplyKind: "battery" }, empty), SHOP).safety.kind).toBe("harmless");
    expect(lockOf(withJob({ supplyKind: "linear" }, empty), SHOP).safety.kind).toBe("nothingListed");
  });

  test("a part below the thresholds is not waited for, but alone it says nothing of a mains unit", () => {
    const lock = lockOf(withJob({}, { positions: [small] }), SHOP);
    expect(lock.holders.get("C1")).toMatchObject({ counts: false, most: 25 });
    expect(lock.safety, "nobody said how high this unit goes").toEqual({ kind: "voltsUnknown", listed: ["C1"] });
  });

  test("the highest volts are said once, and a rail read higher counts", () => {
    const b = bench(records({ positions: [small] }));
    b.type("highest 30v");
    expect(b.model().safety).toEqual({ kind: "harmless", why: "belowThresholds" });
    b.type("rail +80 81.2");
    expect(b.model()).toMatchObject({ highest: 81.2, safety: { kind: "voltsUnknown" } });
    b.type("undo");
    b.type("undo");
    expect(b.model()).toMatchObject({ highest: null, safety: { kind: "voltsUnknown" } });
  });

  test("highest takes volts and nothing else", () => {
    const b = bench();
    expect(b.type("highest")).toEqual({ code: "valueMissing", after: "highest" });
    expect(b.type("highest 42")).toEqual({ code: "unitMissing", token: "42" });
    expect(b.type("highest 42u")).toMatchObject({ code: "wrongUnit" });
    expect(b.type("highest 42v dc in this unit")).toMatchObject({ effects: [{ about: "highest", volts: 42 }] });
  });

  test("no part stands for another: every part of a chain is measured itself, however its circuit was set up", () => {
    const chain = ["C1", "C2", "C3"].map((d, i) =>
      positionRecord(i + 1, d, part(47, 450, { role: i === 0 ? "reservoir" : "decoupler" }), { holdsCharge: true }),
    );
    const circuit = {
      scenario: "supply" as const,
      settings: { arrangement: "centreTap", stages: 2, dropper1: 4700, dropper2: 10_000 },
      binding: { reservoir: "C1", filter1: "C2", filter2: "C3" },
      complaint: null,
      answer: null,
    };
    const { safety } = lockOf(records({ positions: chain, circuits: [circuit] }), SHOP);
    expect(safety.kind === "chargeHeld" && safety.waiting.map((w) => w.position)).toEqual(["C1", "C2", "C3"]);
  });

  test("what was read across a part live raises what it can hold, and never lowers it", () => {
    const b = bench();
    b.type("power on");
    b.type("C1 14v");
    expect(b.at("C1").held).toMatchObject({ most: 50, counts: true });
    b.type("C1 71v");
    expect(b.at("C1").held).toMatchObject({ most: 71 });
  });

  test("a larger part put in holds more", () => {
    const b = bench(records({ positions: [small] }));
    expect(b.at("C1").held).toMatchObject({ most: 25, counts: false });
    b.type("fitted C1 10000u 35v");
    expect(b.at("C1").held).toMatchObject({ most: 35, counts: true });
  });

  test("a battery unit in which volts that shock were read is not harmless", () => {
    const battery = { supplyKind: "battery" as const };
    const b = bench(withJob(battery, { positions: [] }));
    expect(b.model().safety.kind).toBe("harmless");
    b.type("rail +90 88");
    expect(b.model().safety.kind).toBe("nothingListed");
  });
});

const FIGURES = { "charge.shock": 600, "charge.spark": 10, "charge.touch": 50 };
test("a shop's figures never make the lock looser", () => {
  const holder = positionRecord(1, "C1", part(47, 250, { role: "reservoir" }), { holdsCharge: true });
  const at = (constants: Record<string, number>) => deriveJob()(records({ positions: [holder] }), { ...SHOP, constants });
  expect(at(FIGURES).safety).toMatchObject({ kind: "chargeHeld", waiting: [{ position: "C1" }] });
  expect(at(FIGURES).positions[0]!.held).toEqual(at({}).positions[0]!.held);
});

describe("the lock over lines", () => {
  test("undoing the line that added a holder does not unlock", () => {
    const b = bench();
    b.type("C1 0.2v", { at: 0 });
    b.type("C1 0.2v", { at: 2 * MINUTE });
    expect(b.model().safety.kind).toBe("safe");
    b.type("add C2 4700u 63v reservoir");
    expect(b.model().safety.kind).toBe("chargeHeld");
    b.type("undo", { at: 3 * MINUTE });
    expect(b.model().positions.map((p) => p.designator)).not.toContain("C2");
    expect(b.model().safety, "one low reading more").toMatchObject({ kind: "chargeHeld", waiting: [{ position: "C1" }] });
    b.type("C1 0.1v", { at: 4 * MINUTE });
    expect(b.model().safety.kind).toBe("safe");
  });

  const safeUnit = () => {
    const b = bench();
    b.type("C1 0.2v", { at: 0 });
    b.type("C1 0.2v", { at: 2 * MINUTE });
    expect(b.model().safety.kind).toBe("safe");
    return b;
  };

  test("a part that nobody listed locks from the charge once left on it, through every power cycle", () => {
    const b = bench(records({ positions: [...records().positions, positionRecord(7, "C7", part(10, 400, { role: "coupling" }))] }));
    b.type("C7 140v", { at: 0 });
    const emptied = (from: number, parts: readonly string[]) =>
      [0, 2].forEach((later) => parts.forEach((p) => b.type(`${p} 0.2v`, { at: from + later * MINUTE })));
    emptied(MINUTE, ["C1", "C7"]);
    expect(b.model().safety.kind).toBe("safe");
    b.type("power on", { at: 4 * MINUTE });
    b.type("power off", { at: 5 * MINUTE });
    emptied(6 * MINUTE, ["C1"]);
    expect(b.model().safety).toMatchObject({ kind: "chargeHeld", waiting: [{ position: "C7" }] });
    emptied(9 * MINUTE, ["C7"]);
    expect(b.model().safety.kind).toBe("safe");
  });

  test("undoing a power-on leaves the unit off and its charge where it may be", () => {
    const b = safeUnit();
    b.type("power on", { at: 3 * MINUTE });
    b.type("undo", { at: 4 * MINUTE });
    expect(b.model().safety).toMatchObject({ kind: "chargeHeld", waiting: [{ position: "C1", state: { kind: "unmeasured" } }] });
    b.type("C1 0.1v", { at: 5 * MINUTE });
    b.type("C1 0.1v", { at: 7 * MINUTE });
    expect(b.model().safety.kind).toBe("safe");
  });

  test("undoing one of two power-ons leaves it on; undoing the power-off too", () => {
    const b = safeUnit();
    b.type("power on", { at: 3 * MINUTE });
    b.type("power on", { at: 4 * MINUTE });
    b.type("undo", { at: 5 * MINUTE });
    expect(b.model().safety.kind).toBe("energised");
    b.type("power off", { at: 6 * MINUTE });
    b.type("undo", { at: 7 * MINUTE });
    expect(b.model().safety.kind).toBe("energised");
  });

  test("a rail read live after the unit was safe locks again, though nobody said that it was switched on", () => {
    const b = safeUnit();
    b.type("rail +35 34.8", { at: 3 * MINUTE });
    expect(b.model().safety.kind).toBe("chargeHeld");
    b.type("C1 0.1v", { at: 4 * MINUTE });
    b.type("C1 0.1v", { at: 6 * MINUTE });
    expect(b.model().safety.kind).toBe("safe");
  });

  test("a charge whose line was undone goes on locking until it is shown gone", () => {
    const b = bench();
    b.type("C1 40v", { at: 0 });
    b.type("undo", { at: 1000 });
    b.type("C1 1v", { at: 2000 });
    expect(b.model().safety.kind).toBe("chargeHeld");
    b.type("C1 1v", { at: 2000 + MINUTE });
    expect(b.model().safety.kind).toBe("safe");
  });

  test("the volts that stand across a part in use are said on the line, and undone with it", () => {
    const b = bench();
    b.type("C14 working 12v");
    expect(b.at("C14").working).toBe(volts(12));
    b.type("undo");
    expect(b.at("C14").working).toBeNull();
    expect(b.type("C14 working 12")).toMatchObject({ code: "unitMissing", token: "12" });
    expect(b.type("C14 working")).toMatchObject({ code: "valueMissing", after: "working" });
    expect(b.type("C14 working 12v 0.5r")).toMatchObject({ code: "surplus", token: "0.5r", after: "12v" });
  });
});
