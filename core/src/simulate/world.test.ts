import { STANDARD_CONSTANTS } from "../knowledge";
import { describe, expect, test } from "vitest";
import { railShapes } from "../powerUp";
import { afterFitting, railQuestion, type JobRecords, type StepModel } from "../job";
import { parsePositionList } from "../entry";
import { modelOf, records, typed } from "../testing/jobs";
import { PRACTICE_UNITS, type PracticeUnit } from "./practice";
import { idleLines, proofLines, stepLines, worldOf } from "./world";

const start = (unit: PracticeUnit): JobRecords => {
  const r = records();
  const { unitKind, supplyKind, channels, complaint, findings } = unit;
  const opened = { ...r, positions: [], job: { ...r.job, unitKind, supplyKind, channels, complaint, findings } };
  const parts = unit.positions.split("\n").filter((l) => !l.startsWith("#"));
  return typed(
    opened,
    ...parts.map((p) => `add ${p}`),
    "simulated",
    ...unit.lines,
    unit.supplyKind === "switchMode" ? "limiter 100w" : "variac",
  );
};
const after = (r: JobRecords) =>
  afterFitting(STANDARD_CONSTANTS, r, modelOf(r), railShapes(STANDARD_CONSTANTS, railQuestion(r, modelOf(r))));

/** Goes through the plan step by step, reading the stand-in at each, until it is done or stopped. */
function powerUp(from: JobRecords, unit: PracticeUnit, mended: boolean): { records: JobRecords; stopped: boolean } {
  const world = worldOf(unit.unitKind, unit.supplyKind)!;
  let r = from;
  for (let i = 0; i < 40; i++) {
    const { powerUp: now } = after(r);
    if (now.stop && !(mended && now.stop && isOld(now.stages.flatMap((s) => s.steps)))) return { records: r, stopped: true };
    if (!now.next) return { records: r, stopped: false };
    r = typed(r, `stage ${now.next.stage}`, `step ${now.next.share * 100}%`);
    const step = after(r)
      .powerUp.stages.flatMap((s) => s.steps)
      .find((s) => s.stage === now.next!.stage && s.share === now.next!.share)!;
    r = typed(r, ...stepLines(world, { ...step, lamp: step.lamp !== null }, mended, 100 + i));
  }
  throw new Error("no end");
}
/** a stop that was read before it was mended: the same step is read again */
const isOld = (steps: readonly StepModel[]) => steps.some((s) => s.state === "stopped");

describe.each(PRACTICE_UNITS.map((u) => [u.title, u] as const))("%s", (_title, unit) => {
  test("has a list of parts that is understood, and a world", () => {
    expect(parsePositionList(STANDARD_CONSTANTS, unit.positions).issues).toEqual([]);
    expect(worldOf(unit.unitKind, unit.supplyKind)).not.toBeNull();
  });
  test("its one fault stops the bring-up where it shows, and mended it comes up", () => {
    const first = powerUp(start(unit), unit, false);
    expect(first.stopped).toBe(true);
    const { stop, stages } = after(first.records).powerUp;
    const stopped = stages.flatMap((s) => s.steps).find((s) => s.state === "stopped")!;
    expect(stopped.stage).toBe(worldOf(unit.unitKind, unit.supplyKind)!.fault.from);
    expect(stop!.suspects.length).toBeGreaterThan(0);
    const again = powerUp(first.records, unit, true);
    expect(again.stopped).toBe(false);
    expect(after(again.records).powerUp).toMatchObject({ finished: true, simulated: true });
  });
  test("what proves it is understood line by line", () => {
    const world = worldOf(unit.unitKind, unit.supplyKind)!;
    const channels = unit.channels === 1 ? ["1"] : ["L", "R"];
    const r = typed(start(unit), ...proofLines(world, channels, true, 5));
    const { finalTest } = after(r);
    expect(finalTest.rated).toMatchObject(world.rated);
    expect(finalTest.channels.every((c) => c.power?.passes === "passes")).toBe(true);
    expect(finalTest.soak[0]!.passes).toBe("passes");
    expect(finalTest.failed).toEqual([]);
    // with its fault still in it nothing of the sort is proven
    const sick = after(typed(start(unit), ...proofLines(world, channels, false, 5))).finalTest;
    expect(sick.failed.length).toBeGreaterThan(0);
  });
});

test("idle current drifts up as it warms, and stays where it was set", () => {
  const world = worldOf("receiver", "linear")!;
  const volts = (after: number, set: Record<string, number> = {}) =>
    idleLines(world, after, set, 3).map((l) => Number(/ ([\d.]+)mv/.exec(l)![1]));
  expect(volts(0)[0]!).toBeLessThan(volts(240)[0]!);
  expect(volts(240)[0]!).toBeLessThan(volts(1200)[0]!);
  expect(idleLines(world, 0, {}, 3)[0]).toMatch(/ cold$/);
  expect(idleLines(world, 900, {}, 3)[0]).toMatch(/ warm$/);
  expect(volts(900, { L: 0.011 })[0]! / 11).toBeCloseTo(1, 1);
  // another seed, another reading of the same
  expect(idleLines(world, 900, {}, 3)).not.toEqual(idleLines(world, 900, {}, 4));
  expect(idleLines(world, 900, {}, 3)).toEqual(idleLines(world, 900, {}, 3));
});
