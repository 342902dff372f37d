import { describe, expect, test } from "vitest";
import { SHOP, bench, records } from "../../testing/jobs";
import { caseOf, readCase, traceCase } from "..";
import { diagnoseJob } from "./diagnoseJob";

const JOB = { ...records().job, findings: ["hum", "allChannels"] as const, channels: 2, firstPowerApproach: "lookUnderLimiter" as const };

/** A job typed at, and the case it is saved as. */
function saved(...said: readonly (string | { line: string; current?: string; inCircuit?: boolean })[]) {
  const b = bench({ ...records(), job: { ...JOB, findings: [...JOB.findings] } });
  for (const s of said) b.type(typeof s === "string" ? s : s.line, typeof s === "string" ? {} : s);
  const lines = b.records.lines.toReversed().map((l) => ({ key: l.key, typed: l.typed, withdrawn: l.withdrawn }));
  return {
    job: { ...JOB, findings: [...JOB.findings] },
    model: b.model(),
    ...caseOf({ ...JOB, findings: [...JOB.findings] }, b.records, SHOP, lines),
  };
}
const again = (c: unknown) => {
  const read = readCase(JSON.parse(JSON.stringify(c)));
  const answer = read.ok ? traceCase(read.value) : read;
  if (!answer.ok) throw new Error(JSON.stringify(answer.issue));
  return answer.value.steps.at(-1)!;
};

describe("a job saved as a case", () => {
  test("traces as the job does: same suspects, same chances", () => {
    const s = saved(
      { line: "esr 3.2", current: "C1", inCircuit: false },
      "rail +15 11.7, rail -15 -15",
      "volume down, no difference",
      "section servo here",
      "10u 50v over C14, no difference",
    );
    expect(s.left).toEqual([]);
    const [there, here] = [diagnoseJob(s.job, s.model), again(s.case)];
    expect(here.suspects.map((x) => x.id)).toEqual(there.suspects.map((x) => x.id));
    here.suspects.forEach((x, i) => expect(x.chance).toBeCloseTo(there.suspects[i]!.chance, 6));
    expect(here.suspects[0]).toMatchObject({ id: "reservoirDried", decisive: { by: "measuredOut", designator: "C1" } });
  });
  test("a line goes with the setting it was typed in; one that was struck does not go", () => {
    const s = saved({ line: "esr 3.2", current: "C1", inCircuit: false }, "C21 esr 40", "undo");
    expect(s.case.steps).toEqual([{ line: "esr 3.2", on: "C1", out: true }]);
  });
  test("parts go as a parts list, with role, technology and channel", () => {
    expect(saved().case.parts).toEqual([
      "C1 4700u 50v reservoir",
      "C14 100u 16v decoupler",
      "C21 4.7u 50v coupling",
      "C114 100u 16v decoupler",
    ]);
  });
  test("a part that was added by a line goes as that line", () => {
    const s = saved("add C40 10u 25v tantalum decoupler", "C40 out leak 0.3r");
    expect(s.case.steps).toHaveLength(2);
    expect(again(s.case).suspects.find((x) => x.id === "tantalumShorted")!.designators).toContain("C40");
  });
});

test.each([
  [{ line: 3 }, "steps[0]"],
  [{ line: "C1 esr 3", loud: true }, "steps[0]"],
  [{ line: "C1 esr 3", meter: "oven" }, "steps[0]"],
  [[{ out: true }], "steps[0]"],
])("a step %j is named with its place", (step, at) => {
  const read = readCase({ mirvekCase: 1, unit: { kind: "receiver", supply: "linear" }, findings: [], steps: [step] });
  expect(read).toMatchObject({ ok: false, issue: { code: "wrongKind", at } });
});
