import { STANDARD_CONSTANTS } from "@mirvek/core/knowledge";
import { fold } from "@mirvek/core/evidence";
import { SCENARIOS, fillSettings } from "@mirvek/core/scenarios";
import { farads, hertz, ohms, volts } from "@mirvek/core/units";
import { expect, test } from "vitest";
import type { PositionView } from "../../schemas/jobView";
import { casesOf } from "./cases";

const scenario = SCENARIOS.crossover;
const settings = fillSettings(scenario, "passiveLoudspeaker", { kind: "high1" });
const position = (designator: string, state: string, share: number, over: object = {}) => {
  const part = {
    designator,
    role: "crossover",
    technology: "bipolar",
    nominal: farads(4.7e-6),
    rated: volts(50),
    tolerance: { minus: 0.1, plus: 0.1 },
  };
  const measurement = { kind: "capacitance", farads: farads(4.7e-6 * (share || 1)), at: hertz(120) } as const;
  const folded = fold(STANDARD_CONSTANTS, share === 0 ? [] : [{ takenAt: 1, inCircuit: false, meter: "blue", measurement }], true);
  return { ...part, verdict: { state }, folded, fittings: [{ part }], counterparts: [], choice: null, ...over } as unknown as PositionView;
};
const faradsOf = (parts: ReturnType<typeof casesOf>["measured"] | null) =>
  parts?.["c1"]?.kind === "works" ? parts["c1"].farads * 1e6 : null;
const film = {
  nominal: farads(4.7e-6),
  rated: volts(100),
  technology: "film",
  tolerance: { minus: 0.05, plus: 0.05 },
  esr: { ohms: ohms(0.02), at: hertz(5000) },
};

test("healthy is the marked value, measured what was read, the counterpart its own reading", () => {
  const positions = [position("C101", "failed", 0.34, { counterparts: ["C1"] }), position("C1", "sound", 0.97, { counterparts: ["C101"] })];
  const cases = casesOf(STANDARD_CONSTANTS, scenario, settings, { c1: "C101" }, positions);
  expect(faradsOf(cases.healthy)).toBeCloseTo(4.7, 6);
  expect(faradsOf(cases.measured)).toBeCloseTo(4.7 * 0.34, 6);
  expect(faradsOf(cases.counterpart)).toBeCloseTo(4.7 * 0.97, 6);
  expect(cases.replacement).toBeNull();
});

test("an unmeasured counterpart tells nothing, and a part without one has no other channel", () => {
  const bad = position("C101", "failed", 0.34, { counterparts: ["C1"] });
  expect(casesOf(STANDARD_CONSTANTS, scenario, settings, { c1: "C101" }, [bad, position("C1", "unmeasured", 0)]).counterpart).toBeNull();
  expect(casesOf(STANDARD_CONSTANTS, scenario, settings, { c1: "C101" }, [{ ...bad, counterparts: [] }]).counterpart).toBeNull();
});

test("the part chosen stands in with its series' own ESR; one left in or taken back does not", () => {
  const chosen = (decision: string) => position("C101", "failed", 0.34, { choice: { decision, part: film } });
  const { replacement } = casesOf(STANDARD_CONSTANTS, scenario, settings, { c1: "C101" }, [chosen("replace")]);
  expect(replacement?.["c1"]).toEqual({ kind: "works", farads: 4.7e-6, esr: 0.02, leak: Infinity });
  expect(casesOf(STANDARD_CONSTANTS, scenario, settings, { c1: "C101" }, [chosen("withdrawn")]).replacement).toBeNull();
  expect(casesOf(STANDARD_CONSTANTS, scenario, settings, { c1: "C101" }, [chosen("leave")]).replacement).toBeNull();
});
