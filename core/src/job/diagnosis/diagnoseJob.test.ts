import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { FINDING_TOKENS, SUPPLY_KINDS, UNIT_KINDS } from "../../device";
import { readCase, traceCase, type TraceCase, type Diagnosis } from "..";
import { diagnoseJob } from "./diagnoseJob";
import { modelOf, records } from "../../testing/jobs";

const traced = (c: Omit<TraceCase, "mirvekCase">): Diagnosis[] => {
  const answer = traceCase({ mirvekCase: 1, ...c });
  if (!answer.ok) throw new Error(JSON.stringify(answer.issue));
  return [...answer.value.steps];
};
const end = (c: Omit<TraceCase, "mirvekCase">) => traced(c).at(-1)!;
const suspect = (t: Diagnosis, id: string) => t.suspects.find((s) => s.id === id)!;

const RECEIVER = {
  unit: { kind: "receiver", supply: "linear", ageYears: 41, channels: 2 },
  findings: ["hum", "buzz", "allChannels", "volumeNoEffect"],
  parts: ["C1 4700u 50v reservoir", "C2 4700u 50v reservoir", "C14 100u 16v decoupler L", "C114 100u 16v decoupler R"],
} as const;
const DESK = {
  unit: { kind: "mixer", supply: "linear", ageYears: 33, channels: 2 },
  findings: ["crackle", "static", "allChannels", "volumeNoEffect"],
  parts: ["C1 2200u 35v reservoir", "C12 47u 25v decoupler L", "C112 47u 25v decoupler R"],
} as const;

describe("from the complaint to the part", () => {
  test("a reservoir measured bad out of circuit is shown; the complaint alone shows nothing", () => {
    const [before, after] = traced({ ...RECEIVER, steps: ["C2 out esr 2.1"] });
    expect(before!.suspects[0]).toMatchObject({ id: "reservoirDried", decisive: null });
    expect(before!.suspects[0]!.state).not.toBe("shown");
    expect(after!.suspects[0]).toMatchObject({
      id: "reservoirDried",
      state: "shown",
      decisive: { by: "measuredOut", designator: "C2" },
      designators: ["C2", "C1"],
    });
  });
  test("reservoirs measured sound out of circuit are ruled out, and something else leads", () => {
    const t = end({ ...RECEIVER, steps: [["C1 out 4600u 0.03r", "C2 out 4600u 0.03r"]] });
    expect(suspect(t, "reservoirDried").state).toBe("ruledOut");
    expect(t.suspects[0]!.id).not.toBe("reservoirDried");
  });
  test("low in circuit acquits less than low out of circuit", () => {
    const chance = (line: string) => suspect(end({ ...RECEIVER, steps: [line] }), "reservoirDried").chance;
    expect(chance("C1 C2 in esr 0.03 0.03")).toBeGreaterThan(chance("C1 C2 out esr 0.03 0.03"));
  });
  test("old parts that read badly and change nothing when bridged are innocent; the earth lug is shown", () => {
    const t = end({
      ...DESK,
      steps: [
        "C12 out esr 6",
        "C112 out 46u 0.5r",
        "47u 35v over C12, no difference",
        "wiggled earth lug: crackle",
        "cleaned earth lug, crackle gone",
      ],
    });
    expect(t.suspects[0]).toMatchObject({ id: "earthPoint", state: "shown", decisive: { by: "cured", asSet: false } });
    expect(t.badButInnocent).toEqual(["C12"]);
    expect(suspect(t, "decouplerDried").state).toBe("ruledOut");
  });
  test("a fuse is evidence: a bang speaks for a short behind it, a sag against", () => {
    const chance = (line: string) =>
      suspect(
        end({ unit: { kind: "receiver", supply: "linear" }, findings: ["fuseBlown", "noPower"], steps: ["F1 2a ol", line] }),
        "rectifierShorted",
      ).chance;
    expect(chance("F1 blew violently")).toBeGreaterThan(chance("F1 blew"));
    expect(chance("F1 blew gently")).toBeLessThan(chance("F1 blew"));
  });
  test("a dull side that stays when the drivers are swapped is not the driver", () => {
    const speaker = { unit: { kind: "passiveLoudspeaker", supply: "none", channels: 2 }, findings: ["dull", "oneChannel"] } as const;
    const stayed = end({ ...speaker, steps: ["swapped left tweeter with right tweeter, fault stayed"] });
    expect(stayed.suspects[0]!.id).toBe("crossoverCapacitor");
    expect(suspect(stayed, "driverBad").state).toBe("ruledOut");
    const went = end({ ...speaker, steps: ["swapped left tweeter with right tweeter, fault followed"] });
    expect(went.suspects[0]).toMatchObject({ id: "driverBad", state: "shown" });
  });
  test("crossed channels say on which side of the crossing it lies, and decide nothing", () => {
    const dull = { unit: { kind: "stereoAmplifier", supply: "linear", channels: 2 }, findings: ["weakBass", "oneChannel"] } as const;
    const went = end({ ...dull, steps: ["swapped left channel with right, fault followed"] });
    const stayed = end({ ...dull, steps: ["swapped left channel with right, fault stayed"] });
    expect(suspect(went, "couplingDried").chance).toBeGreaterThan(1.4 * suspect(stayed, "couplingDried").chance);
    expect(went.suspects.every((s) => s.decisive === null)).toBe(true);
  });
  test("a fault that goes with a swapped transistor is that transistor's, not a driver's", () => {
    const t = end({
      unit: { kind: "stereoAmplifier", supply: "linear", channels: 2 },
      findings: ["crackle", "oneChannel"],
      steps: ["swapped Q3 with Q103, fault followed"],
    });
    expect(suspect(t, "driverBad")?.chance ?? 0).toBeLessThan(0.1);
    expect(t.suspects.filter((s) => s.decisive?.by === "followed").map((s) => s.id)).toContain("noisyDevice");
  });
  test("a rail that comes back without a board is that board's load", () => {
    const synth = { unit: { kind: "synthesizer", supply: "linear", ageYears: 38 }, findings: ["noSound", "highStandbyCurrent"] } as const;
    const t = end({
      ...synth,
      steps: [
        "rail +15 2.1, rail -15 -15",
        "voice board one to ground 4.2k, voice board two to ground 4.4k, voice board three to ground 1.8 ohm",
      ],
    });
    expect(["loadShort", "tantalumShorted"]).toContain(t.suspects[0]!.id);
    expect(suspect(t, "regulatorFailed").chance).toBeLessThan(t.suspects[0]!.chance);
  });
  test("a sampler that starts when its start capacitor is warmed", () => {
    const t = end({
      unit: { kind: "synthesizer", supply: "switchMode", ageYears: 26 },
      findings: ["noPower", "relayClicking", "onlyCold"],
      parts: ["C1 150u 400v primary", "C2 47u 50v start", "C11 1000u 16v output"],
      steps: ["warmed C2, starts at once", "C2 out esr 12"],
    });
    expect(t.suspects[0]).toMatchObject({ id: "startUpDried", state: "shown", designators: ["C2"] });
  });
  test("two things changed at once are cured as a set: likely, not shown", () => {
    const t = end({ ...RECEIVER, steps: ["replaced C1 and C2, hum gone"] });
    expect(suspect(t, "reservoirDried")).toMatchObject({ state: "likely", decisive: { by: "cured", asSet: true } });
  });
  test("an unsafe trial is no evidence", () => {
    const unit = { unit: { kind: "receiver", supply: "linear" }, findings: ["noPower"] } as const;
    const [before, after] = traced({ ...unit, steps: ["bridged F1, works again"] });
    expect(suspect(after!, "powerPathOpen").chance).toBeCloseTo(suspect(before!, "powerPathOpen").chance, 9);
  });
  test("a fault of the other channel cannot be this one's part", () => {
    const one = {
      ...RECEIVER,
      findings: ["weakBass", "oneChannel"],
      faultyChannel: "L",
      parts: ["C21 4.7u 50v coupling L", "C121 4.7u 50v coupling R"],
    } as const;
    const t = end({ ...one, steps: ["C121 out 0.4u 40r"] });
    expect(suspect(t, "couplingDried").designators).toEqual(["C21"]);
    expect(t.badButInnocent).toEqual(["C121"]);
  });
});

describe("what to do next", () => {
  test("what was answered is not asked again", () => {
    const asked = (t: Diagnosis) => t.advice.flatMap((a) => (a.kind === "test" ? [a.test] : []));
    const unit = { ...DESK, findings: ["hum"] } as const;
    expect(asked(end({ ...unit, steps: ["inputs shorted, no difference"] }))).not.toContain("inputsShorted");
  });
  test("nothing that puts hands inside is advised while charge is held", () => {
    const held = records();
    const t = diagnoseJob({ ...held.job, channels: 2, firstPowerApproach: "lookUnderLimiter" }, modelOf(held));
    expect(t.advice.length).toBeGreaterThan(0);
    expect(t.advice.filter((a) => a.hands || a.kind !== "test")).toEqual([]);
    expect(t.held.some((h) => h.by === "charge")).toBe(true);
  });
  test("the approach without power before the supply is checked holds every test that needs power, the other does not", () => {
    const held = (firstPower: "suppliesFirst" | "lookUnderLimiter") =>
      end({ ...RECEIVER, firstPower }).held.filter((h) => h.by === "firstPower").length;
    expect(held("suppliesFirst")).toBeGreaterThan(0);
    expect(held("lookUnderLimiter")).toBe(0);
  });
  test("every unit gets an answer, within bounds, whatever is complained of", () => {
    const unit = fc.record({
      kind: fc.constantFrom(...UNIT_KINDS),
      supply: fc.constantFrom(...SUPPLY_KINDS),
      ageYears: fc.option(fc.integer({ min: 0, max: 90 })),
      channels: fc.integer({ min: 1, max: 8 }),
    });
    fc.assert(
      fc.property(unit, fc.subarray([...FINDING_TOKENS], { maxLength: 8 }), (u, findings) => {
        const t = end({ unit: u, findings });
        expect(t.suspects.every((s) => s.chance >= 0 && s.chance <= 1 + 1e-9 && s.state !== "shown")).toBe(true);
        expect(t.advice.every((a) => a.bits >= 0 && a.yes > 0 && a.yes < 1)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

describe("a case as a file", () => {
  const good = { mirvekCase: 1, unit: { kind: "receiver", supply: "linear" }, findings: ["hum"] };
  test("is read, and answered after each step", () => {
    const read = readCase({
      ...good,
      parts: ["C1 4700u 50v reservoir"],
      steps: ["C1 esr 2", ["rail +15 15", "inputs shorted, no difference"]],
    });
    const answer = read.ok ? traceCase(read.value) : read;
    expect(answer.ok && answer.value.steps.map((s) => [s.after, s.lines.length])).toEqual([
      [0, 0],
      [1, 1],
      [2, 2],
    ]);
  });
  test.each([
    ["nothing", null, { code: "notACase" }],
    ["another version", { ...good, mirvekCase: 2 }, { code: "version", found: 2 }],
    ["an unknown kind", { ...good, unit: { kind: "harp", supply: "linear" } }, { code: "unknownToken", at: "unit.kind", token: "harp" }],
    ["an unknown finding", { ...good, findings: ["hum", "sulks"] }, { code: "unknownToken", at: "findings[1]", token: "sulks" }],
    ["findings that are no list", { ...good, findings: "hum" }, { code: "wrongKind", at: "findings" }],
    ["a step that is no line", { ...good, steps: ["C1 esr 2", 4] }, { code: "wrongKind", at: "steps[1]" }],
    ["half a channel", { ...good, unit: { ...good.unit, channels: 0.5 } }, { code: "wrongKind", at: "unit.channels" }],
  ])("%s is refused with its place", (_, file, issue) => {
    expect(readCase(file)).toMatchObject({ ok: false, issue });
  });
  test("a line or part that is not understood is named with its place", () => {
    const answer = (over: object) => {
      const read = readCase({ ...good, ...over });
      return read.ok ? traceCase(read.value) : read;
    };
    expect(answer({ parts: ["C1 4700u 50v reservoir", "huh"] })).toMatchObject({ ok: false, issue: { code: "part", at: "parts[1]" } });
    expect(answer({ steps: ["C9 esr 4"] })).toMatchObject({ ok: false, issue: { code: "line", at: "steps[0]" } });
  });
});

test("a resistor that cured by another value was wrong as it was; one of its own value was not", () => {
  const shown = (...steps: string[]) =>
    end({ ...DESK, findings: ["distorted"], steps })
      .suspects.filter((s) => s.state === "shown")
      .map((s) => s.id);
  expect(shown("R5 marked 22k", "replaced R5 with 4k7, distortion gone")).toEqual(["wrongValue"]);
  expect(shown("R5 marked 22k", "replaced R5 with 22k, distortion gone")).not.toContain("wrongValue");
});
