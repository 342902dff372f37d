import { traceCase, type Diagnosis } from "@mirvek/core/job";
import { expect, test } from "vitest";
import { SICK_UNITS, answerTo, askedOf, caseOfUnit } from "../testing/sickUnits";

// Units like those of the demo, each traced by nothing but what is advised first, answered as the unit with that one fault would.

const MAX_STEPS = 10;

test.each(SICK_UNITS)("$name is shown by what is advised alone", (unit) => {
  const steps: string[][] = [];
  const asked: string[] = [];
  const now = (): Diagnosis => {
    const answer = traceCase({ mirvekCase: 1, ...caseOfUnit(unit), steps });
    if (!answer.ok) throw new Error(JSON.stringify(answer.issue));
    return answer.value.steps.at(-1)!;
  };
  let diagnosis = now();
  while (!diagnosis.suspects.some((s) => s.state === "shown")) {
    const next = diagnosis.advice.map((a) => ({ key: askedOf(a), said: answerTo(a, unit) })).find((a) => a.said !== null);
    expect(next, `something is advised after ${steps.flat().join(" | ")}`).toBeDefined();
    expect(asked, `nothing is asked twice: ${steps.flat().join(" | ")}`).not.toContain(next!.key);
    asked.push(next!.key);
    steps.push(next!.said!);
    const leading = diagnosis.suspects.slice(0, 3).map((s) => `${s.id} ${s.chance.toFixed(2)}`);
    expect(steps.length, `${asked.join(", ")}; ${leading.join(", ")}`).toBeLessThanOrEqual(MAX_STEPS);
    diagnosis = now();
  }
  expect(
    diagnosis.suspects.filter((s) => s.state === "shown").map((s) => s.id),
    asked.join(", "),
  ).toEqual([unit.truth]);
});
