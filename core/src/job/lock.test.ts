import { describe, expect, test } from "vitest";
import { bench, positionRecord, records, SHOP } from "../testing/jobs";
import { part } from "../testing/parts";
import { volts } from "../units";
import type { JobRecords } from "./records";
import { lockOf } from "./lock";

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
    expect(lock.safety.kind, "nobody said how high this unit goes").toBe("nothingListed");
  });

  test("the highest volts are said once, and a rail read higher counts", () => {
    const b = bench(records({ positions: [small] }));
    b.type("highest 30v");
    expect(b.picture().safety).toEqual({ kind: "harmless", why: "belowThresholds" });
    b.type("rail +80 81.2");
    expect(b.picture()).toMatchObject({ highest: 81.2, safety: { kind: "nothingListed" } });
    b.type("undo");
    b.type("undo");
    expect(b.picture()).toMatchObject({ highest: null, safety: { kind: "nothingListed" } });
  });

  test("highest takes volts and nothing else", () => {
    const b = bench();
    expect(b.type("highest")).toEqual({ code: "valueMissing", after: "highest" });
    expect(b.type("highest 42")).toEqual({ code: "unitMissing", token: "42" });
    expect(b.type("highest 42u")).toMatchObject({ code: "wrongUnit" });
    expect(b.type("highest 42v dc in this unit")).toMatchObject({ brings: [{ about: "highest", volts: 42 }] });
  });

  test("parts between reservoir and end of a chain are measured through those, once places and droppers are set by hand", () => {
    const chain = ["C1", "C2", "C3"].map((d, i) =>
      positionRecord(i + 1, d, part(47, 450, { role: i === 0 ? "reservoir" : "decoupler" }), { holdsCharge: true }),
    );
    const circuit = (settings: Record<string, number>) => ({
      scenario: "supply" as const,
      settings: { arrangement: "centreTap", stages: 2, ...settings },
      binding: { reservoir: "C1", filter1: "C2", filter2: "C3" },
      complaint: null,
      answer: null,
    });
    const waiting = (settings: Record<string, number>) => {
      const { safety } = lockOf(records({ positions: chain, circuits: [circuit(settings)] }), SHOP);
      return safety.kind === "chargeHeld" && safety.waiting.map((w) => w.position);
    };
    expect(waiting({ dropper1: 4700, dropper2: 10_000 })).toEqual(["C1", "C3"]);
    expect(waiting({ dropper1: 4700 })).toEqual(["C1", "C2", "C3"]);
  });

  test("what was read across a part live is the most it can hold", () => {
    const b = bench();
    b.type("power on");
    b.type("C1 14v");
    b.type("power off");
    expect(b.picture().positions.find((p) => p.designator === "C1")!.held).toMatchObject({ most: 14, counts: false });
  });
});

describe("the lock over lines", () => {
  test("undoing the line that added a holder does not unlock", () => {
    const b = bench();
    b.type("C1 0.2v", { at: 0 });
    b.type("C1 0.2v", { at: 2 * MINUTE });
    expect(b.picture().safety.kind).toBe("safe");
    b.type("add C2 4700u 63v reservoir");
    expect(b.picture().safety.kind).toBe("chargeHeld");
    b.type("undo", { at: 3 * MINUTE });
    expect(b.picture().positions.map((p) => p.designator)).not.toContain("C2");
    expect(b.picture().safety, "one low reading more").toMatchObject({ kind: "chargeHeld", waiting: [{ position: "C1" }] });
    b.type("C1 0.1v", { at: 4 * MINUTE });
    expect(b.picture().safety.kind).toBe("safe");
  });

  test("a charge whose line was undone goes on locking until it is shown gone", () => {
    const b = bench();
    b.type("C1 40v", { at: 0 });
    b.type("undo", { at: 1000 });
    b.type("C1 1v", { at: 2000 });
    expect(b.picture().safety.kind).toBe("chargeHeld");
    b.type("C1 1v", { at: 2000 + MINUTE });
    expect(b.picture().safety.kind).toBe("safe");
  });

  test("the volts that stand across a part in use are said on the line, and undone with it", () => {
    const b = bench();
    b.type("C14 working 12v");
    expect(b.at("C14").working).toBe(volts(12));
    b.type("undo");
    expect(b.at("C14").working).toBeNull();
    expect(b.type("C14 working 12")).toEqual({ code: "unitMissing", token: "12" });
    expect(b.type("C14 working")).toEqual({ code: "valueMissing", after: "working" });
    expect(b.type("C14 working 12v 0.5r")).toEqual({ code: "surplus", token: "0.5r", after: "12v" });
  });
});
