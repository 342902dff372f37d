import { describe, expect, test } from "vitest";
import { closing, checkIn } from "./job";
import { choicePost, designator, positionFields, positionsPost, readoutPost, safetyPost } from "./records";

const unit = {
  title: " Rehearsal receiver ",
  unitKind: "receiver",
  supplyKind: "linear",
  mainsHz: null,
  mainsV: null,
  ageYears: 41,
  channels: 2,
  owner: "",
  complaint: "hums",
  earlierRepairs: "",
  findings: ["hum"],
  valuePolicy: "same",
  tantalumApproach: "sameKind",
  scopeApproach: "provenBad",
  sidesApproach: "everyChannel",
  firstPowerApproach: "suppliesFirst",
};

describe("taking in", () => {
  test("trims, and gives a unit on the mains its frequency and volts", () => {
    expect(checkIn.parse(unit)).toMatchObject({ title: "Rehearsal receiver", mainsHz: 50, mainsV: 230 });
    expect(checkIn.parse({ ...unit, mainsHz: 60, mainsV: 120 })).toMatchObject({ mainsHz: 60, mainsV: 120 });
    expect(checkIn.parse({ ...unit, supplyKind: "none", mainsHz: 60, mainsV: 120 })).toMatchObject({ mainsHz: null, mainsV: null });
  });

  test.each([
    ["no name", { title: "   " }],
    ["400 Hz mains", { mainsHz: 400 }],
    ["negative age", { ageYears: -1 }],
    ["half a channel", { channels: 1.5 }],
    ["an unknown finding", { findings: ["sings"] }],
    ["a novel for a complaint", { complaint: "x".repeat(4001) }],
    ["an unknown approach", { scopeApproach: "everything" }],
  ])("refuses %s", (_, over) => {
    expect(checkIn.safeParse({ ...unit, ...over }).success).toBe(false);
  });
});

describe("records", () => {
  test("a designator is upper case or refused", () => {
    expect(designator.parse(" c14b ")).toBe("C14B");
    for (const bad of ["14", "C", "C12345", "C1;drop", "CAPX1"]) expect(designator.safeParse(bad).success, bad).toBe(false);
  });

  test("a line comes with a key of its own and is neither empty nor endless", () => {
    const post = { line: "C14 esr 4.6", clientKey: "7f1f9a52-0f6e-4d21-8c7d-8d6d4ad9d2a1", current: "c14", meter: "blue", inCircuit: true };
    expect(readoutPost.parse(post)).toMatchObject({ current: "C14" });
    for (const over of [{ line: "  " }, { line: "x".repeat(401) }, { clientKey: "1" }, { inCircuit: "yes" }])
      expect(readoutPost.safeParse({ ...post, ...over }).success).toBe(false);
  });

  test("an override needs a reason of some length, power does not", () => {
    expect(safetyPost.safeParse({ kind: "override", reason: "ok" }).success).toBe(false);
    expect(safetyPost.safeParse({ kind: "override", reason: "passive unit" }).success).toBe(true);
    expect(safetyPost.safeParse({ kind: "powerOff" }).success).toBe(true);
  });

  test("a choice has a part exactly when it replaces, and a reason when it leaves", () => {
    const post = { positions: [{ designator: "C1", follows: null }], decision: "replace", partId: 7, reason: null };
    expect(choicePost.safeParse(post).success).toBe(true);
    for (const over of [
      { partId: null },
      { decision: "leave" },
      { decision: "leave", partId: null },
      { positions: [] },
      { decision: "withdrawn" },
    ])
      expect(choicePost.safeParse({ ...post, ...over }).success, JSON.stringify(over)).toBe(false);
    expect(choicePost.safeParse({ ...post, decision: "leave", partId: null, reason: "sound" }).success).toBe(true);
  });

  test("impossible quantities are refused at the edge, not by a throw further in", () => {
    const fields = {
      section: "S",
      channel: null,
      role: "coupling",
      technology: "film",
      nominal: 1e-7,
      rated: 63,
      toleranceMinus: 0.1,
      tolerancePlus: 0.1,
      temperature: null,
      diameter: null,
      height: null,
      maxDiameter: null,
      maxHeight: null,
      pitch: 5,
      mounting: "radial",
      working: null,
      largest: null,
      following: null,
      originalEsr: null,
      esrLeast: null,
      esrMost: null,
      pulse: null,
      audio: null,
      holdsCharge: false,
      counterpartGroup: null,
      parallelWith: null,
    };
    expect(positionFields.safeParse(fields).success).toBe(true);
    for (const over of [
      { nominal: 0 },
      { nominal: -1e-6 },
      { nominal: 1e30 },
      { nominal: NaN },
      { rated: 0 },
      { working: 1e9 },
      { pitch: 0 },
      { diameter: -3 },
      { toleranceMinus: 2 },
      { pulse: 0 },
      { audio: -1 },
      { esrLeast: -1 },
      { esrLeast: 0.1 },
      { esrLeast: 0.5, esrMost: 0.1 },
    ])
      expect(positionFields.safeParse({ ...fields, ...over }).success, JSON.stringify(over)).toBe(false);
  });

  test("counterparts are at most four digits away", () => {
    expect(positionsPost.safeParse({ kind: "counterparts", from: ["C1"], offset: 100, channels: ["R"] }).success).toBe(true);
    expect(positionsPost.safeParse({ kind: "counterparts", from: ["C1"], offset: 1e6, channels: ["R"] }).success).toBe(false);
  });

  test("a waiver is a sentence or nothing", () => {
    expect(closing.safeParse({ version: 1, state: "closed", waiver: "no" }).success).toBe(false);
    expect(closing.safeParse({ version: 1, state: "closed", waiver: null }).success).toBe(true);
  });
});
