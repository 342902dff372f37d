import fc from "fast-check";
import { expect, test } from "vitest";
import { internalAccessAllowed, type TouchSafety } from "../../safety";
import { VERDICT_STATES, isBad } from "../../verdict";
import { volts } from "../../units";
import type { AfterFacts, JobFacts, PositionFacts, DiagnosisFacts } from "../model/facts";
import { PROOF_ITEMS } from "../records/state";
import { JOB_STATES } from "../records/state";
import type { Advice } from "../diagnosis/types";
import { PATH, STATIONS, nextOf, stationStates } from "./stations";

const charge = { kind: "charged", volts: volts(40), at: 0 } as const;
const safety: fc.Arbitrary<TouchSafety> = fc.constantFrom<TouchSafety>(
  { kind: "safe", since: 0 },
  { kind: "energised", since: 0, attempt: false },
  { kind: "nothingListed" },
  { kind: "voltsUnknown", listed: ["C1"] },
  { kind: "harmless", why: "passive" },
  { kind: "overridden", reason: "passive", at: 0 },
  { kind: "chargeHeld", waiting: [{ position: "C1", state: charge, passedOver: null }] },
);
const position = fc
  .record({
    verdict: fc.constantFrom(...VERDICT_STATES),
    inCircuitOnly: fc.boolean(),
    renewed: fc.boolean(),
    decision: fc.constantFrom("none", "replace", "temporary", "leave"),
    counterpart: fc.boolean(),
  })
  .map(({ counterpart, ...p }) => ({ ...p, settle: p.verdict === "undecided" ? ("liftAndEsr" as const) : null, counterpart }));
const advice = fc
  .record({ power: fc.boolean(), hands: fc.boolean(), measures: fc.boolean() })
  .map(({ power, hands, measures }): Advice => ({
    ...(measures ? { kind: "measure", hypothesis: "reservoirDried", designators: ["C1"] } : { kind: "test", test: "railLow" }),
    ...{ power: power && !measures, hands: hands || measures, yes: 0.5, bits: 0.4, minutes: 3 },
    ...{ ifYes: "reservoirDried", ifNo: "groundLoop" },
  }));
const diagnosis: fc.Arbitrary<DiagnosisFacts> = fc.record({
  settled: fc.boolean(),
  mend: fc.constantFrom(null, { hypothesis: "earthPoint" as const, part: null }),
  advice: fc.option(advice, { nil: null }),
  lockedFirst: fc.boolean(),
  measure: fc.constantFrom<readonly string[]>([], ["C1"]),
});
const counted = fc.tuple(fc.nat({ max: 4 }), fc.nat({ max: 4 })).map(([done, more]) => ({ done, of: done + more + 1 }));
const step = fc.constantFrom(null, { stage: "loaded" as const, share: 0.5 });
const after: fc.Arbitrary<AfterFacts> = fc.record({
  fit: fc.tuple(fc.nat({ max: 3 }), fc.nat({ max: 3 })).map(([fitted, more]) => ({ fitted, of: fitted + more, open: more })),
  powerUp: fc
    .tuple(counted, fc.boolean(), fc.boolean(), fc.boolean(), fc.boolean(), step)
    .map(([n, begun, finished, stopped, wanted, next]) => ({
      ...n,
      begun,
      finished,
      stopped,
      wanted,
      next,
      unread: begun && !finished ? ["rail"] : [],
    })),
  adjust: fc
    .tuple(counted, fc.boolean(), fc.boolean(), fc.constantFrom(null, "L"), fc.constantFrom(null, "R"))
    .map(([n, begun, finished, unreachable, next]) => ({ ...n, begun, finished, unreachable, next, cold: next })),
  finalTest: fc
    .tuple(fc.boolean(), fc.subarray([...PROOF_ITEMS]), fc.subarray([...PROOF_ITEMS]))
    .map(([begun, left, failed]) => ({ begun, left, failed, asked: PROOF_ITEMS.length + 1 })),
});
const job: fc.Arbitrary<JobFacts> = fc
  .record({
    state: fc.constantFrom(...JOB_STATES),
    complaint: fc.constantFrom("", "hums"),
    findings: fc.integer({ min: 0, max: 3 }),
    safety,
    proven: fc.constantFrom(true, false, null),
    notRun: fc.boolean(),
    contaminated: fc.boolean(),
    explained: fc.constantFrom(true, false, null),
    alsoChange: fc.constantFrom<readonly string[]>([], ["C1"]),
    looked: fc.boolean(),
    heard: fc.nat({ max: 3 }),
    tried: fc.nat({ max: 3 }),
    asked: fc.nat({ max: 3 }),
    leftIn: fc.nat({ max: 2 }),
    notRefitted: fc.nat({ max: 2 }),
    unsafe: fc.boolean(),
    stillThere: fc.boolean(),
    unexplainedFuses: fc.nat({ max: 1 }),
    openFaults: fc.nat({ max: 2 }),
    unmeasuredFuse: fc.constantFrom("F1", null),
    diagnosis: fc.option(diagnosis, { nil: null }),
    after: fc.option(after, { nil: null }),
    list: fc.array(position, { maxLength: 8 }),
  })
  .map(({ list, ...facts }) => ({
    ...facts,
    positions: list.map(({ counterpart, ...p }, i): PositionFacts => ({
      ...p,
      designator: `C${i + 1}`,
      counterparts: counterpart && i > 0 ? [`C${i}`] : [],
    })),
  })) as fc.Arbitrary<JobFacts>;

test("every job has one next act, at a station that exists, about a part that is on it", () => {
  fc.assert(
    fc.property(job, (facts) => {
      const { act, at } = nextOf(facts, PATH);
      expect(STATIONS).toContain(at);
      const known = [...facts.positions.map((p) => p.designator), "C1"];
      if ("position" in act) expect(known).toContain(act.position);
    }),
    { numRuns: 500 },
  );
});

test("no act sends hands inside while they are locked out", () => {
  fc.assert(
    fc.property(job, (facts) => {
      const { act } = nextOf(facts, PATH);
      const locked = !internalAccessAllowed(facts.safety);
      if (locked && facts.state === "open") {
        expect(["measure", "settle", "confirmOut", "mend"]).not.toContain(act.code);
        if (act.code === "advise") expect(!act.advice.hands || (facts.safety.kind === "energised" && act.advice.power)).toBe(true);
      }
    }),
    { numRuns: 500 },
  );
});

test("handing back comes only when every bad part is decided, what was chosen is in and proven, and none is temporary", () => {
  fc.assert(
    fc.property(job, (facts) => {
      if (nextOf(facts, PATH).act.code !== "return") return;
      expect(facts.positions.some((p) => isBad(p.verdict) && p.decision === "none")).toBe(false);
      expect(facts.proven).not.toBe(false);
      expect(
        facts.positions.some(
          (p) =>
            p.decision === "temporary" ||
            p.decision === "replace" ||
            (facts.diagnosis === null && p.verdict === "unmeasured" && !p.renewed),
        ),
      ).toBe(false);
      if (facts.diagnosis && facts.proven === null) expect(facts.diagnosis).toMatchObject({ settled: true, mend: null });
    }),
    { numRuns: 500 },
  );
});

test("counts at a station never exceed what there is", () => {
  fc.assert(
    fc.property(job, (facts) => {
      for (const state of Object.values(stationStates(facts, PATH)))
        if (state.kind === "underWay") expect(state.done).toBeLessThan(state.of);
    }),
  );
});
