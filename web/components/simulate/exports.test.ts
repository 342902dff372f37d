import { SCENARIOS, SCENARIO_IDS, fillSettings, type Parts } from "@mirvek/core/scenarios";
import { importNetlist } from "@mirvek/core/circuit";
import { expect, test } from "vitest";
import type { Solved } from "../../workers/circuit.protocol";
import { curveCsv, netlistText } from "./exports";

const sound = (id: (typeof SCENARIO_IDS)[number]) => {
  const scenario = SCENARIOS[id];
  const settings = fillSettings(scenario, "other", {});
  const parts: Parts = Object.fromEntries(
    scenario.slots(settings).map((s) => [s.key, { kind: "works", farads: s.farads, esr: 0.05, leak: Infinity }]),
  );
  return { scenario, settings, parts };
};

test.each(SCENARIO_IDS)("the %s circuit goes out as a netlist with a title, parts and an end", (id) => {
  const { scenario, settings, parts } = sound(id);
  const lines = netlistText(scenario, settings, parts).trim().split("\n");
  expect(lines[0]).toMatch(/^\* \S/);
  expect(lines.at(-1)).toBe(".end");
  expect(lines.filter((l) => /^[RCLVIDEGB]/i.test(l)).length).toBeGreaterThan(1);
  expect(lines.join("\n")).not.toMatch(/NaN|undefined|Infinity/);
});

test("a supply asks for a run long enough to settle, a filter for a sweep, and what is written is read back", () => {
  const supply = sound("supply");
  const text = netlistText(supply.scenario, supply.settings, supply.parts);
  expect(text).toMatch(/^\.tran 0\.00005 3 2\.96 0\.00005$/m);
  expect(text).toMatch(/^\.print tran v\(/m);
  expect(importNetlist(text)).toMatchObject({ ok: true });
  const filter = sound("classD");
  expect(netlistText(filter.scenario, filter.settings, filter.parts)).toMatch(/^\.ac dec 20 10 100000$/m);
});

test("curves go out side by side, the coarser tried one left to itself", () => {
  const solved = (n: number, y: number): Solved => ({
    figures: [],
    warnings: [],
    stress: {},
    symptom: 0,
    curves: [{ key: "volts", at: "rail", axis: "time", unit: "V", x: new Float64Array(n).fill(0.5), y: new Float64Array(n).fill(y) }],
  });
  const csv = curveCsv({ key: "volts", at: "rail" }, { healthy: solved(2, 1), measured: solved(2, 3), tried: solved(1, 9) });
  expect(csv.split("\r\n")).toEqual([
    'time (s),"Volts over one cycle, rail, healthy (V)","Volts over one cycle, rail, as measured (V)"',
    "0.5,1,3",
    "0.5,1,3",
    "",
  ]);
});
