import { STANDARD_CONSTANTS } from "./knowledge";
import { describe, expect, test } from "vitest";
import { EVIDENCE, evidenceRegistry, fold, type EvidenceKind } from "./evidence";
import { PATH, nextOf, stationStates, type Station } from "./job";
import { ROWS, byId, practice, type KnowledgeRow } from "./knowledge";
import { headTable, lex, type Command, type ReadoutContext } from "./entry";
import { jobFacts } from "./testing/jobs";
import { SCENARIOS, scenarioRegistry, type Scenario } from "./scenarios";

// Adding one of each is one thing and one registration: a throw-away one is added here without touching any other file.

const facts = jobFacts();

describe("a throw-away one of each", () => {
  test("kind of evidence: it is folded like the rest, the latest out of circuit counts", () => {
    const temperature: EvidenceKind<{ kind: "temperature"; celsius: number }> = {
      kind: "temperature",
      quantity: () => "behaviour",
      hands: false,
      magnitude: (m) => m.celsius,
      stays: () => false,
    };
    const kinds = evidenceRegistry([...EVIDENCE.values(), temperature as unknown as EvidenceKind]);
    const read = (celsius: number, takenAt: number, inCircuit: boolean) => ({
      takenAt,
      inCircuit,
      meter: null,
      measurement: { kind: "temperature", celsius },
    });
    const folded = fold(STANDARD_CONSTANTS, [read(40, 1, false), read(70, 2, true)], true, kinds);
    expect(folded.counted.get("behaviour")).toMatchObject({
      counts: { measurement: { celsius: 40 } },
      later: { measurement: { celsius: 70 } },
    });
    expect(fold(STANDARD_CONSTANTS, [read(40, 1, false)], true).counted.size, "unregistered it counts for nothing").toBe(0);
    expect(() => evidenceRegistry([temperature, temperature] as unknown as EvidenceKind[])).toThrow(/different names/);
  });

  test("scenario: it stands beside the ten with all it knows of itself", () => {
    const own = { ...SCENARIOS.delay, id: "lampFlicker" as const, makes: { buzz: 9 } };
    const all = scenarioRegistry<Omit<Scenario, "id"> & { id: string }>([...Object.values(SCENARIOS), own]);
    expect(Object.keys(all)).toHaveLength(Object.keys(SCENARIOS).length + 1);
    expect(all["lampFlicker"]!.makes).toEqual({ buzz: 9 });
    expect(() => scenarioRegistry([own, own])).toThrow(/different ids/);
  });

  test("station: it takes its place on the path and names its act", () => {
    const listen: Station<"listen"> = {
      id: "listen",
      path: "listen",
      state: () => ({ kind: "underWay", done: 1, of: 2 }),
      act: () => ({ code: "return" }),
    };
    const path: readonly Station<string>[] = [PATH[0], listen, ...PATH.slice(1)];
    expect(stationStates(facts, path)["listen"]).toEqual({ kind: "underWay", done: 1, of: 2 });
    expect(nextOf(facts, path)).toEqual({ act: { code: "return" }, at: "listen" });
  });

  test("head word: it is asked in its turn", () => {
    const knock: Command = {
      name: "knock",
      understand: ([first]) => (first!.word === "knock" ? { ok: true, value: { kind: "undo" } } : null),
      examples: [{ line: "knock", says: "it answered to a knock" }],
    };
    const context: ReadoutContext = {
      known: new Map(),
      parts: new Map(),
      points: new Map(),
      current: null,
      meters: [],
      meter: null,
      inCircuit: true,
      last: [],
      constants: STANDARD_CONSTANTS,
    };
    const understand = headTable([knock]);
    expect(understand(lex("knock"), context, "knock")).toMatchObject({ ok: true });
    expect(understand(lex("other"), context, "other")).toBeNull();
    expect(() => headTable([knock, knock])).toThrow(/names of their own/);
  });

  test("knowledge row: it is found by its id, with its source", () => {
    const row: KnowledgeRow = {
      id: "lamp.cold",
      value: 0.1,
      unit: "share",
      source: practice,
      sure: "rough",
      note: "a cold lamp's share of its hot ohms",
    };
    const rows = byId<KnowledgeRow>([...ROWS, row]);
    expect(rows.get("lamp.cold")).toBe(row);
    expect(() => byId([row, row])).toThrow(/different ids/);
  });
});

test("every row of knowledge has a unit, a source and a note", () => {
  for (const row of ROWS as readonly KnowledgeRow[]) {
    expect(row.note.length, row.id).toBeGreaterThan(10);
    expect(["published", "commonPractice", "memory"], row.id).toContain(row.source.kind);
    expect(Number.isFinite(row.value) && row.unit !== "", row.id).toBe(true);
  }
});
