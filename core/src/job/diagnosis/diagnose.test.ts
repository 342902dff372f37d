import { STANDARD_CONSTANTS } from "../../knowledge";
import { describe, expect, test } from "vitest";
import type { FindingToken, Scope } from "../../device";
import { modelOf, positionRecord, records, typed } from "../../testing/jobs";
import { part } from "../../testing/parts";
import type { ReadoutMeter } from "../../entry";
import { hertz } from "../../units";
import { PATH, diagnosisInputsOf, nextOf, diagnose, type Advice } from "..";

const base = records();
const FULL = {
  ...base,
  job: { ...base.job, findings: ["hum", "buzz", "allChannels", "volumeNoEffect"] as const },
  positions: [
    ...base.positions,
    positionRecord(5, "C2", part(4700, 50, { role: "reservoir" })),
    positionRecord(6, "C30", part(100, 16, { role: "decoupler" })),
  ],
};
const complaining = (findings: readonly FindingToken[], scopeApproach: Scope, ...said: string[]) => {
  const now = typed(FULL, "highest 20v", "board dirty", ...said);
  return diagnose({ ...FULL.job, findings: [...findings], channels: 2, scopeApproach, firstPowerApproach: "suppliesFirst" }, modelOf(now))
    .facts;
};
const weighed = (scope: Scope, ...said: string[]) => complaining(FULL.job.findings, scope, ...said);
const wanted = (scope: Scope, ...said: string[]) => weighed(scope, ...said).diagnosis!.measure;

describe("how much is measured once a cause is shown is the approach's", () => {
  const bad = "C1 out 400u 3r";
  test("nothing more, its kind, or its section", () => {
    expect(weighed("provenBad", bad).diagnosis).toMatchObject({ settled: true, mend: null });
    expect(wanted("provenBad", bad)).toEqual([]);
    expect(wanted("provenBadAndKind", bad)).toEqual(["C2"]);
    expect(wanted("everyElectrolytic", bad), "what goes out need not be measured").toEqual([]);
  });
  test("before, everything, the suspected first, and the supply before power where the approach wants it", () => {
    expect(wanted("provenBad").slice(0, 2).sort()).toEqual(["C1", "C2"]);
    expect([...wanted("provenBad")].sort()).toEqual(["C1", "C114", "C14", "C2", "C21", "C30"]);
  });
});

describe("what a shown cause asks for", () => {
  test("a bridge that cures is not the repair: the part is measured", () => {
    const facts = weighed("provenBad", "4700u 50v over C2, gone", "all back");
    expect(facts.diagnosis).toMatchObject({ settled: true, measure: ["C2"] });
    expect(nextOf(facts, PATH).act).toMatchObject({ code: "measure", position: "C2" });
  });
  test("a diode measured shorted is to be seen to, until it is said to be", () => {
    const dead = (...said: string[]) => complaining(["fuseBlown", "noPower"], "provenBad", ...said).diagnosis!;
    expect(dead("D1 out 0.01 ohm").mend).toEqual({ hypothesis: "rectifierShorted", part: "D1" });
    expect(dead("D1 out 0.01 ohm", "replaced D1, gone").mend).toBeNull();
    expect(weighed("provenBad", "D1 out 0.01 ohm").diagnosis!.settled, "it makes no hum").toBe(false);
  });
  test("what was cleaned and cured is mended", () => {
    const { diagnosis } = weighed("provenBad", "wiggled earth lug: hum", "cleaned earth lug, hum gone");
    expect(diagnosis).toMatchObject({ settled: true, mend: null });
  });
  test("a closed job, and one nothing is complained of, is not traced", () => {
    const model = modelOf(base);
    const job = { ...base.job, channels: 2, scopeApproach: "provenBad", firstPowerApproach: "suppliesFirst" } as const;
    expect(diagnose({ ...job, state: "closed" }, model).facts.diagnosis).toBeNull();
    expect(diagnose({ ...job, findings: [] }, model).facts.diagnosis).toBeNull();
  });
});

describe("what can be tested with what is at hand", () => {
  const job = {
    ...FULL.job,
    findings: [...FULL.job.findings],
    channels: 2,
    scopeApproach: "provenBad",
    firstPowerApproach: "lookUnderLimiter",
  } as const;
  const tested = (...shows: ReadoutMeter["shows"][]) => {
    const meters = shows.map((s, i): ReadoutMeter => ({
      id: `m${i}`,
      word: `m${i}`,
      shows: s,
      esrAt: hertz(1e5),
      capacitanceAt: hertz(120),
    }));
    const { diagnosis } = diagnose(
      job,
      modelOf(typed(FULL, "highest 20v")),
      diagnosisInputsOf({ diagnosis: { changes: [], learned: [] }, meters, constants: STANDARD_CONSTANTS }),
    );
    const id = (a: Advice) => (a.kind === "test" ? a.test : a.kind);
    return { advised: diagnosis.advice.map(id), held: diagnosis.held.filter((h) => h.by === "instrument").map((h) => id(h.advice)) };
  };
  test("a reading no meter of the shop can take is not advised, and it is said why", () => {
    expect(tested("esr", "ohmmeter").advised).toContain("rippleHigh");
    const without = tested("esr");
    expect(without.advised).not.toContain("rippleHigh");
    expect(without.held).toContain("rippleHigh");
    expect(without.advised.length).toBeGreaterThan(0);
  });
  test("parts are measured with whatever tells something of them", () => {
    expect(tested("ohmmeter").held).not.toContain("measure");
    expect(tested("volts").held).toContain("measure");
  });
});
