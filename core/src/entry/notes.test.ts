import { STANDARD_CONSTANTS } from "../knowledge";
import { describe, expect, test } from "vitest";
import type { Observation, Subject } from "../evidence";
import { farads } from "../units";
import type { ReadoutContext } from "./entry";
import { parseReadout } from "./parseLine";

const context: ReadoutContext = {
  known: new Map(["C3", "C5", "C9"].map((d) => [d, farads(220e-6)])),
  parts: new Map([["R12", { class: "resistor", marked: true }]]),
  points: new Map(),
  current: null,
  meters: [],
  meter: null,
  inCircuit: true,
  last: [],
  constants: STANDARD_CONSTANTS,
};
const read = (line: string) => parseReadout(line, context);
const only = (line: string): { subject: Subject; observation: Observation } => {
  const parsed = read(line);
  const [first, second] = parsed.ok && parsed.value.kind === "keeps" ? parsed.value.effects : [];
  if (first?.about !== "observed" || second) throw new Error(`${line}: ${JSON.stringify(parsed)}`);
  return first;
};
const part = (name: string): Subject => ({ kind: "part", name });
const place = (name: string): Subject => ({ kind: "place", name });
const unit: Subject = { kind: "unit" };

describe("what is written down beside evidence is said in a line", () => {
  test.each<[string, Subject, Partial<Observation>]>([
    ["C5 should be 470u 63v", part("C5"), { kind: "wanted", by: "bench" }],
    ["C5 wants 470u", part("C5"), { kind: "wanted", by: "bench" }],
    ["C5 drawing says 220u", part("C5"), { kind: "wanted", by: "drawing" }],
    ["R12 maker says 4k7", part("R12"), { kind: "wanted", by: "maker" }],
    ["C5 marked 63v", part("C5"), { kind: "named", class: "capacitor" }],
    ["standby should be 120ma", unit, { kind: "norm", quantity: "current", power: "standby", value: 0.12 }],
    ["should draw 28w at idle", unit, { kind: "norm", quantity: "power", power: "idle", value: 28 }],
    ["earth 0.12", unit, { kind: "checked", what: "earthBond", ohms: 0.12, fine: null }],
    ["earth ol", unit, { kind: "checked", what: "earthBond", ohms: "over", fine: null }],
    ["insulation 20M", unit, { kind: "checked", what: "insulation", ohms: 20e6 }],
    ["mains lead frayed", unit, { kind: "checked", what: "mainsLead", ohms: null, fine: false }],
    ["test leads 0.08", unit, { kind: "checked", what: "testLeads", ohms: 0.08 }],
    ["jig fine", unit, { kind: "checked", what: "jig", fine: true }],
    ["after leak C3 insulation 40M", part("C3"), { kind: "followed", step: "insulation", ohms: 40e6 }],
    ["after leak strip by C3 vias fine", place("strip by c3"), { kind: "followed", step: "traces", fine: true }],
    ["after leak C3 cleaned", part("C3"), { kind: "followed", step: "cleaned", fine: true }],
    ["twin not here", unit, { kind: "counterpart", here: false }],
    ["the other one is here", unit, { kind: "counterpart", here: true }],
    ["teardown 6 screws, bottom lid", unit, { kind: "removed", text: "6 screws, bottom lid" }],
    ["refit 214", unit, { kind: "refitted", line: 214 }],
    ["refit all", unit, { kind: "refitted", line: null }],
    ["joins C9+ Q7 b and R12", unit, { kind: "joined", ends: ["C9 +", "Q7 b", "R12"] }],
    ["U3 pin 4 goes to C9+", unit, { kind: "joined", ends: ["U3 pin4", "C9 +"] }],
    ["agreed section up to 120", unit, { kind: "agreed", scope: "section", most: 120 }],
    ["owner agrees to everything", unit, { kind: "agreed", scope: "everyElectrolytic", most: null }],
    ["agreed nothing", unit, { kind: "agreed", scope: null, most: null }],
    ["cost 85,50", unit, { kind: "cost", amount: 85.5 }],
    ["invoice € 120", unit, { kind: "cost", amount: 120 }],
    ["warranty 6 months", unit, { kind: "warranty", months: 6 }],
    ["warranty 1 year", unit, { kind: "warranty", months: 12 }],
    ["no warranty", unit, { kind: "warranty", months: 0 }],
    ["spent 40 min measuring the tone board", unit, { kind: "spent", minutes: 40, step: "measure", text: "measuring the tone board" }],
    ["spent 1,5 h on the phone", unit, { kind: "spent", minutes: 90, step: null }],
    ["plan 1 h tracing", unit, { kind: "planned", minutes: 60, step: "diagnose" }],
  ])("%j", (line, subject, observation) => {
    const said = only(line);
    expect(said.subject).toEqual(subject);
    expect(said.observation).toMatchObject(observation);
  });

  test("value and volts of what belongs there are both kept, in their units", () => {
    expect(only("C5 should be 470u 63v").observation).toMatchObject({
      marked: [
        { value: expect.closeTo(470e-6, 12), unit: "F" },
        { value: 63, unit: "V" },
      ],
    });
  });

  test.each([
    ["C5 drawing says 220", "unitMissing"],
    ["C5 drawing says 220u maybe", "surplus"],
    ["standby should be 120", "unitMissing"],
    ["after leak C3 insulation", "valueMissing"],
    ["teardown", "valueMissing"],
    ["agreed 3 of it", "notUnderstood"],
    ["plan 1 h whistling", "notUnderstood"],
    ["spent a while", "valueMissing"],
  ])("%j is asked back: %s", (line, code) => {
    expect(read(line)).toMatchObject({ ok: false, issue: { code } });
  });

  test("what a point should read is not what belongs at a part, and a seen earth lug is no earth reading", () => {
    expect(only("rail +15 should be 15 5%").observation.kind).toBe("expected");
    expect(only("earth lug corroded").observation.kind).toBe("look");
    expect(only("owner go ahead up to 120").observation.kind).toBe("owner");
  });
});
