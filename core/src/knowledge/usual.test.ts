import { describe, expect, test } from "vitest";
import { FINDING_TOKENS, SUPPLY_KINDS, UNIT_KINDS } from "../device";
import { byId, patternsFor, usualDraw, usualPoints } from ".";
import { PATTERNS } from "./patterns";
import { USUAL_DRAW } from "./usual";
import { PATTERN_IDS } from "./patterns";

describe("what a complaint has often been", () => {
  const find = (over: Partial<Parameters<typeof patternsFor>[0]>) =>
    patternsFor({ unitKind: "receiver", supplyKind: "linear", findings: [], ...over }).map((p) => p.id);

  test("hum in every channel of a linear supply is the supply; with another cable that helps it is the cable too", () => {
    expect(find({ findings: ["hum", "allChannels"] })).toEqual(["humAllSupply"]);
    expect(find({ findings: ["hum", "allChannels", "otherCableHelps"] })).toEqual(["humAllSupply", "humCableLoop"]);
    expect(find({ findings: ["hum", "oneChannel"] }), "one side does not point at what both share").toEqual([]);
  });
  test("ticking is read by its supply", () => {
    expect(find({ supplyKind: "switchMode", findings: ["relayClicking"] })).toEqual(["clicksSwitchMode"]);
    expect(find({ findings: ["relayClicking"] })).toEqual(["relayOffset"]);
  });
  test("nothing found, nothing claimed", () => {
    for (const unitKind of UNIT_KINDS) for (const supplyKind of SUPPLY_KINDS) expect(find({ unitKind, supplyKind })).toEqual([]);
  });
  test("every pattern can be met, and stands once", () => {
    expect(byId(PATTERNS).size).toBe(PATTERN_IDS.length);
    for (const p of PATTERNS)
      expect(find({ unitKind: p.kinds?.[0] ?? "receiver", supplyKind: p.supplies?.[0] ?? "linear", findings: FINDING_TOKENS })).toContain(
        p.id,
      );
  });
});

describe("what is usual for a kind", () => {
  test("standby of a young unit is held to the law of its day, that of an old one is not", () => {
    expect(usualDraw("receiver", 5, "standby")).toMatchObject({ watts: 0.5, source: { kind: "memory" } });
    expect(usualDraw("receiver", 30, "standby")!.watts).toBe(5);
    expect(usualDraw("receiver", null, "standby")!.watts, "of unknown age: the lenient one").toBe(5);
    expect(usualDraw("passiveLoudspeaker", 5, "standby")).toBeNull();
  });
  test("every row is positive and named once", () => {
    expect(byId(USUAL_DRAW).size).toBe(USUAL_DRAW.length);
    expect(USUAL_DRAW.every((d) => d.watts > 0 && d.kinds.length > 0)).toBe(true);
  });
  test("a usual point holds its nominal value between its limits", () => {
    for (const kind of UNIT_KINDS)
      for (const p of usualPoints(kind)) {
        expect(p.low).toBeLessThan(p.high);
        if (p.nominal !== null) expect(p.nominal >= p.low && p.nominal <= p.high, p.name).toBe(true);
      }
    expect(usualPoints("passiveLoudspeaker")).toEqual([]);
  });
});
