import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { volts } from "../units";
import {
  RECOVERY_MS,
  chargeState,
  internalAccessAllowed,
  isPowered,
  partCharges,
  touchSafety,
  type LockedUnit,
  type SafetyEvent,
  type SafetyHappening,
} from "./touchSafety";

const LIMIT = volts(5);
const MINUTE = 60_000;
let id = 0;
const left = (position: string, v: number, at: number, kept = at): SafetyEvent => ({
  id: ++id,
  at,
  kept,
  kind: "residual",
  position,
  volts: volts(v),
});
const power = (on: boolean, at: number, kept = at): SafetyEvent => ({ id: ++id, at, kept, kind: on ? "powerOn" : "powerOff" });
const plain = (kind: "powerAttempt" | "powerUndone" | "reopened" | "unreadable", at: number): SafetyEvent => ({ id: ++id, at, kind });
const override = (at: number): SafetyEvent => ({ id: ++id, at, kind: "override", reason: "tried another way" });
const released = (position: string, at: number): SafetyEvent => ({ id: ++id, at, kind: "released", position, reason: "not in this unit" });
const unit = (designators: string[], over: Partial<LockedUnit> = {}): LockedUnit => ({
  holders: designators,
  listed: designators,
  harmless: null,
  liveUntil: -Infinity,
  ...over,
});
const lock = (events: SafetyEvent[], designators = ["C1", "C2"]) => touchSafety(events, unit(designators), LIMIT);
const kindOf = (events: SafetyEvent[], designators = ["C1", "C2"]) => lock(events, designators).kind;
const low = (position: string, at: number) => [left(position, 1, at), left(position, 0.5, at + RECOVERY_MS)];
const both = (at: number) => [...low("C1", at), ...low("C2", at)];

describe("two low readings", () => {
  test("60 s apart on every part make it safe", () => {
    expect(kindOf(both(0))).toBe("safe");
    expect(kindOf(both(0).slice(0, 3)), "C2 was read once").toBe("chargeHeld");
  });

  test("a second reading that comes too early does not count, and the clock runs on from the first", () => {
    const early = [left("C1", 1, 0), left("C1", 1, RECOVERY_MS - 1)];
    expect(kindOf(early, ["C1"])).toBe("chargeHeld");
    expect(kindOf([...early, left("C1", 1, RECOVERY_MS)], ["C1"])).toBe("safe");
  });

  test("charge that creeps back to the limit starts over", () => {
    const events = [left("C1", 1, 0), left("C1", 5, RECOVERY_MS)];
    expect(chargeState(events, "C1", LIMIT)).toMatchObject({ kind: "charged", volts: 5 });
    expect(kindOf([...events, left("C1", 1, 2 * RECOVERY_MS)], ["C1"])).toBe("chargeHeld");
  });

  test("of a reading's two times the one that unlocks later counts", () => {
    const typed5sApart = [left("C1", 1, 0, 0), left("C1", 1, 5_000, 2 * MINUTE)];
    expect(kindOf(typed5sApart, ["C1"]), "the second waited for the server").toBe("chargeHeld");
    const firstWaited = [left("C1", 1, 0, 2 * MINUTE), left("C1", 1, 90_000, 2 * MINUTE)];
    expect(kindOf(firstWaited, ["C1"]), "the first waited").toBe("chargeHeld");
    const clockAhead = [left("C1", 1, 0, 0), left("C1", 1, 10 * MINUTE, 5_000)];
    expect(kindOf(clockAhead, ["C1"]), "a clock that runs ahead").toBe("chargeHeld");
  });

  test("a low reading said before a charge was seen, and kept after it, says nothing of it", () => {
    const seen = left("C1", 40, 3 * MINUTE);
    const waited = [seen, left("C1", 1, 0, 4 * MINUTE), left("C1", 1, 6 * MINUTE)];
    expect(chargeState(waited, "C1", LIMIT).kind).toBe("once");
    expect(kindOf(waited, ["C1"])).toBe("chargeHeld");
    expect(kindOf([...waited, left("C1", 1, 7 * MINUTE)], ["C1"])).toBe("safe");
  });

  test("a low reading said before the power was last switched says nothing of now", () => {
    const queued = [left("C1", 1, 0), power(true, 10_000), power(false, 20_000), left("C1", 1, 5_000, 30_000)];
    expect(chargeState(queued, "C1", LIMIT).kind).toBe("unmeasured");
  });
});

test("undoing a power-on, and then the power-off before it, leaves the power-on before both", () => {
  const events = [power(true, 0), { ...power(false, 10), struck: true }, { ...power(true, 5, 20), struck: true }, plain("powerUndone", 30)];
  expect(isPowered(events)).toBe(true);
  expect(kindOf([...events, override(40)])).toBe("energised");
  expect(isPowered([power(true, 0), power(false, 10), { ...power(true, 20), struck: true }, plain("powerUndone", 30)])).toBe(false);
});

describe("a low reading that did not count", () => {
  const passed = (events: SafetyEvent[], position = "C1") => partCharges(events, LIMIT).get(position)?.passedOver ?? null;

  test("says that it was entered before the charge was recorded, until one counts", () => {
    const events = [left("C1", 41, 0, 500), left("C1", 2.1, 400, 600)];
    expect(passed(events)).toEqual({ volts: 2.1, at: 400, why: "earlier" });
    expect(lock(events, ["C1"])).toMatchObject({ waiting: [{ position: "C1", passedOver: { volts: 2.1 } }] });
    expect(passed([...events, left("C1", 2, 700)])).toBeNull();
    expect(passed([...events, left("C1", 30, 700)])).toBeNull();
  });

  test("says that the unit counted as on, until it is switched off", () => {
    const events = [power(true, 0), left("C1", 2, 10)];
    expect(passed(events)).toMatchObject({ why: "powered" });
    expect(passed([...events, power(false, 20)])).toBeNull();
  });

  test("is not spoken of where one has counted already", () => {
    expect(passed([power(true, 0), power(false, 10), left("C1", 1, 20), left("C1", 1, 5, 30)])).toBeNull();
    expect(passed([...low("C1", 20), left("C1", 1, -5, RECOVERY_MS * 2)])).toBeNull();
  });
});

describe("a charge once seen", () => {
  test("counts until it is shown gone, whether or not its part is still listed", () => {
    const seen = [...both(0), left("C2", 40, 2 * MINUTE), released("C2", 3 * MINUTE)];
    expect(lock(seen, ["C1"])).toMatchObject({ kind: "chargeHeld", waiting: [{ position: "C2", state: { kind: "charged" } }] });
    expect(kindOf([...seen, ...low("C2", 4 * MINUTE)], ["C1"])).toBe("safe");
  });

  test("counts on after a power cycle in which its part was taken off the list", () => {
    const seen = [left("C2", 40, 0), released("C2", 1), power(true, 2), power(false, 3), ...low("C1", MINUTE)];
    expect(lock(seen, ["C1"])).toMatchObject({ kind: "chargeHeld", waiting: [{ position: "C2", state: { kind: "unmeasured" } }] });
  });

  test("counts in a unit that has nothing to list", () => {
    const passive = unit([], { harmless: "passive" });
    expect(touchSafety([], passive, LIMIT)).toEqual({ kind: "harmless", why: "passive" });
    expect(internalAccessAllowed(touchSafety([left("C9", 30, 0)], passive, LIMIT))).toBe(false);
  });
});

describe("a part that leaves the list", () => {
  test("never unlocks by itself: one low reading more is asked for", () => {
    const waiting = [...low("C1", 0)];
    expect(kindOf(waiting), "C2 waits").toBe("chargeHeld");
    const gone = [...waiting, released("C2", 3 * MINUTE)];
    expect(lock(gone, ["C1"])).toMatchObject({ kind: "chargeHeld", waiting: [{ position: "C1", state: { kind: "again" } }] });
    expect(kindOf([...gone, left("C1", 0.2, 4 * MINUTE)], ["C1"])).toBe("safe");
  });

  test("one that was shown empty may go", () => {
    expect(kindOf([...both(0), released("C2", 3 * MINUTE)], ["C1"])).toBe("safe");
  });

  test("the last one leaves nothing listed, which is never safe", () => {
    expect(kindOf([released("C1", 0)], [])).toBe("nothingListed");
    expect(touchSafety([released("C1", 0)], unit([], { harmless: "passive" }), LIMIT).kind).toBe("nothingListed");
    expect(touchSafety([], unit([], { listed: ["C7"] }), LIMIT), "C7 is too small to be waited for").toEqual({
      kind: "voltsUnknown",
      listed: ["C7"],
    });
    expect(internalAccessAllowed(touchSafety([], unit([]), LIMIT))).toBe(false);
  });
});

describe("power", () => {
  test("on clears readings and override, for good", () => {
    expect(kindOf([...both(0), power(true, 1e6)])).toBe("energised");
    expect(kindOf([...both(0), power(true, 1e6), power(false, 2e7)])).toBe("chargeHeld");
    expect(kindOf([override(0), power(true, 1e6), power(false, 2e6)])).toBe("chargeHeld");
  });

  test("however short it was on: two low readings again", () => {
    const cycle = [...both(0), power(true, 3 * MINUTE), power(false, 3 * MINUTE + 1000)];
    const once = [left("C1", 1, 5 * MINUTE), left("C2", 1, 5 * MINUTE)];
    expect(kindOf([...cycle, ...once])).toBe("chargeHeld");
    expect(kindOf([...cycle, ...both(5 * MINUTE)])).toBe("safe");
  });

  test.each(["powerAttempt", "reopened", "unreadable"] as const)("%s is a moment every part could have been charged", (kind) => {
    const after = [...both(0), override(3 * MINUTE), plain(kind, 4 * MINUTE), power(false, 5 * MINUTE)];
    expect(kindOf(after)).toBe("chargeHeld");
    expect(kindOf([...after, ...both(6 * MINUTE)])).toBe("safe");
  });

  test("an attempt is power until somebody says that it is off; once it was on for certain it is no attempt", () => {
    expect(lock([...both(0), plain("powerAttempt", 3 * MINUTE)])).toEqual({ kind: "energised", since: 3 * MINUTE, attempt: true });
    expect(lock([power(true, 0), plain("powerAttempt", 1)])).toMatchObject({ kind: "energised", attempt: false });
    expect(lock([plain("powerAttempt", 0), power(true, 1)])).toMatchObject({ kind: "energised", attempt: false });
  });

  test("struck out it leaves the unit off and every part as charged as it may be", () => {
    const undone = [...both(0), { ...power(true, 3 * MINUTE), struck: true }, plain("powerUndone", 4 * MINUTE)];
    expect(kindOf(undone)).toBe("chargeHeld");
    expect(kindOf([...undone, ...both(3.5 * MINUTE)]), "said before it was struck out").toBe("chargeHeld");
    expect(kindOf([...undone, ...both(5 * MINUTE)])).toBe("safe");
  });

  test("a switching off that waited does not switch off what was switched on after it was said", () => {
    const waited = [power(true, 0), power(true, 60_000), power(false, 30_000, 90_000)];
    expect(isPowered(waited)).toBe(true);
    expect(isPowered([...waited, power(false, 95_000)])).toBe(false);
  });

  test("readings said while something shows that the unit is live count for nothing, whatever the record says of its power", () => {
    const live = unit(["C1", "C2"], { liveUntil: 10 * MINUTE });
    expect(touchSafety(both(0), live, LIMIT).kind).toBe("chargeHeld");
    expect(touchSafety([...both(0), ...both(10 * MINUTE)], live, LIMIT).kind).toBe("safe");
  });
});

describe("an override", () => {
  test("unlocks until a charge is found after it, and a single low reading does not revive it", () => {
    expect(kindOf([override(0)])).toBe("overridden");
    expect(kindOf([override(0), left("C1", 300, 10)])).toBe("chargeHeld");
    expect(kindOf([override(0), left("C1", 300, 10), left("C1", 1, 20)])).toBe("chargeHeld");
  });

  test("given while energised does not outlive the power-off", () => {
    expect(kindOf([power(true, 0), override(1)])).toBe("energised");
    expect(kindOf([power(true, 0), override(1), power(false, 2)])).toBe("chargeHeld");
  });
});

const lateOf = (e: SafetyEvent) => Math.max(e.at, e.kept ?? e.at);
const earlyOf = (e: SafetyEvent) => Math.min(e.at, e.kept ?? e.at);

/**
 * A second opinion on one part, without a fold: two low readings 60 s apart, both recorded and said after everything that could have
 * charged it, with nothing of the kind between or behind them.
 */
function shownGone(events: readonly SafetyEvent[], position: string): boolean {
  const charges = (e: SafetyEvent) =>
    ["powerOn", "powerOff", "powerAttempt", "powerUndone", "reopened", "unreadable"].includes(e.kind) ||
    (e.kind === "residual" && e.position === position && Math.abs(e.volts) >= LIMIT);
  const last = events.findLastIndex((e) => charges(e));
  const moment = Math.max(-Infinity, ...events.filter(charges).map(lateOf));
  const lows = events.filter((e, i) => i > last && e.kind === "residual" && e.position === position && earlyOf(e) >= moment);
  return lows.some((first, i) => lows.slice(i + 1).some((second) => earlyOf(second) >= lateOf(first) + RECOVERY_MS));
}

/** Whether the last charge seen on a part was shown gone at some time since. */
function onceShownGone(events: readonly SafetyEvent[], position: string): boolean {
  const last = events.findLastIndex((e) => e.kind === "residual" && e.position === position && Math.abs(e.volts) >= LIMIT);
  return events.some((_, i) => i > last && shownGone(events.slice(0, i + 1), position));
}

/** Events of any kind in any order by any clock: most of them readings, so that safe is reached. */
const at = fc.record({ at: fc.integer({ min: 0, max: 2e5 }), waits: fc.constantFrom(0, 0, 0, 1e3, 7e4) });
const HAPPENING = fc.oneof(
  {
    weight: 16,
    arbitrary: fc.record({ p: fc.constantFrom("C1", "C2", "C3"), v: fc.constantFrom(0, 1, 4.9, -2, 0.1, 0.2, 5, 40, -60), t: at }),
  },
  { weight: 1, arbitrary: fc.record({ gone: fc.constantFrom("C1", "C2", "C3"), t: at }) },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: fc.constantFrom<SafetyHappening["kind"]>(
        "powerOn",
        "powerOff",
        "powerOff",
        "powerAttempt",
        "powerUndone",
        "reopened",
        "unreadable",
      ),
      t: at,
    }),
  },
);

test("safe is never reached without two low readings, 60 s apart, of every part after the last moment it could have been charged", () => {
  let reached = 0;
  fc.assert(
    fc.property(fc.array(HAPPENING, { minLength: 4, maxLength: 30 }), fc.subarray(["C1", "C2", "C3"]), (list, listed) => {
      const events = list.map((h, i): SafetyEvent => {
        const said = i * 5e4 + h.t.at * (i % 5 === 4 ? 1 : 0);
        if ("kind" in h) return { id: i, at: said, kept: said + h.t.waits, kind: h.kind } as SafetyEvent;
        return "gone" in h ? released(h.gone, said) : left(h.p, h.v, said, said + h.t.waits);
      });
      const { kind } = lock(events, listed);
      if (kind !== "safe") return;
      reached++;
      expect(isPowered(events)).toBe(false);
      const seen = events.flatMap((e) => (e.kind === "residual" && Math.abs(e.volts) >= LIMIT ? [e.position] : []));
      for (const position of listed) expect(shownGone(events, position), position).toBe(true);
      for (const position of seen) expect(onceShownGone(events, position), position).toBe(true);
    }),
    { numRuns: 20_000 },
  );
  expect(reached, "safe is reached often enough for this to say something").toBeGreaterThan(100);
});

test("whatever happened before, the last power or charge locks", () => {
  const event = fc.oneof(
    fc.tuple(fc.constantFrom("C1", "C2"), fc.integer({ min: -400, max: 400 })).map(([p, v]) => ({ p, v })),
    fc.constantFrom("on", "off", "override"),
  );
  let tried = 0;
  fc.assert(
    fc.property(fc.array(event, { maxLength: 20 }), (list) => {
      tried++;
      const events = list.map((e, i) =>
        e === "override" ? override(i * 1e5) : typeof e === "string" ? power(e === "on", i * 1e5) : left(e.p, e.v, i * 1e5),
      );
      const end = list.length * 1e5;
      expect(internalAccessAllowed(lock([...events, power(true, end)]))).toBe(false);
      expect(internalAccessAllowed(lock([...events, plain("powerAttempt", end)]))).toBe(false);
      expect(internalAccessAllowed(lock([...events, power(false, end), left("C2", 6, end + 1)]))).toBe(false);
    }),
  );
  expect(tried).toBeGreaterThan(50);
});
