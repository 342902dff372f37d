import { expect, test } from "vitest";
import { MAX_NODES, checkNetlist } from "./checkNetlist";
import type { CircuitElement } from "./netlist";
import { operatingPoint } from "./operatingPoint";
import { steadyState } from "./steadyState";

const r = (id: string, a: string, b: string, ohms = 100): CircuitElement => ({ kind: "resistor", id, a, b, ohms });
const v = (id: string, plus: string, minus: string, value = 1): CircuitElement => ({
  kind: "voltageSource",
  id,
  plus,
  minus,
  wave: { kind: "dc", value },
});
const c = (id: string, a: string, b: string, over = {}): CircuitElement => ({ kind: "capacitor", id, a, b, farads: 1e-6, ...over });
const issueOf = (...elements: CircuitElement[]) => {
  const checked = checkNetlist({ title: "t", elements });
  return checked.ok ? null : checked.issue;
};

test("a sound divider passes", () => {
  expect(issueOf(v("V1", "a", "0"), r("R1", "a", "b"), r("R2", "b", "0"))).toBeNull();
});

test("every fault is named with its part or node", () => {
  expect(issueOf()).toEqual({ code: "empty" });
  expect(issueOf(r("R1", "a", "b"))).toEqual({ code: "no_ground" });
  expect(issueOf(r("R1", "a", "0"), r("R1", "a", "0"))).toEqual({ code: "duplicate_id", element: "R1" });
  expect(issueOf(r("R1", "a", "0", 0))).toEqual({ code: "bad_value", element: "R1", field: "ohms", value: 0 });
  expect(issueOf(r("R1", "a", "0", -5))).toEqual({ code: "bad_value", element: "R1", field: "ohms", value: -5 });
  expect(issueOf(c("C1", "a", "0", { esr: -1 }))).toEqual({ code: "bad_value", element: "C1", field: "esr", value: -1 });
  expect(issueOf(c("C1", "a", "0", { farads: NaN }))).toMatchObject({ code: "bad_value", element: "C1", field: "farads" });
  expect(issueOf(c("C1", "a", "0", { leak: 0 }))).toMatchObject({ code: "bad_value", field: "leak" });
  expect(issueOf(c("C1", "a", "0", { leak: Infinity }))).toBeNull();
  expect(issueOf(r("R1", "a", "a"), r("R2", "a", "0"))).toEqual({ code: "ends_joined", element: "R1", node: "a" });
  expect(issueOf(r("R1", "a", "0"), r("R2", "x", "y"))).toEqual({ code: "floating_node", node: "x" });
  expect(issueOf(v("V1", "a", "0"), v("V2", "a", "0", 2))).toEqual({ code: "source_loop", element: "V2" });
});

test("a switch joins what it joins only while closed", () => {
  const key = (closed: boolean): CircuitElement => ({ kind: "switch", id: "S1", a: "a", b: "b", closed });
  expect(issueOf(v("V1", "a", "0"), key(false), r("R1", "b", "x"))).toEqual({ code: "floating_node", node: "b" });
  expect(issueOf(v("V1", "a", "0"), key(true), v("V2", "b", "0"))).toEqual({ code: "source_loop", element: "V2" });
  expect(issueOf(v("V1", "a", "0"), key(true), r("R1", "b", "0"))).toBeNull();
});

test("ten thousand nodes are refused by the stated limit, before anything is solved", () => {
  const many = Array.from({ length: 500 }, (_, i) => r(`R${i}`, `n${i}`, "0"));
  expect(issueOf(...many)).toEqual({ code: "too_large", what: "nodes", count: 500, limit: MAX_NODES });
  expect(issueOf(...Array.from({ length: 10_000 }, (_, i) => r(`R${i}`, `n${i}`, "0")))).toMatchObject({
    code: "too_large",
    what: "elements",
    count: 10_000,
  });
});

test("a node behind capacitors alone is named by the analyses that need its DC level", () => {
  const checked = checkNetlist({ title: "t", elements: [v("V1", "a", "0"), c("C1", "a", "b"), c("C2", "b", "0")] });
  if (!checked.ok) throw new Error(checked.issue.code);
  expect(operatingPoint(checked.value)).toEqual({ ok: false, issue: { code: "no_dc_path", node: "b" } });
  expect(steadyState(checked.value)).toEqual({ ok: false, issue: { code: "no_dc_path", node: "b" } });
});

test("an ideal coil across an ideal source is a loop at DC", () => {
  const checked = checkNetlist({ title: "t", elements: [v("V1", "a", "0"), { kind: "inductor", id: "L1", a: "a", b: "0", henries: 1 }] });
  if (!checked.ok) throw new Error(checked.issue.code);
  expect(operatingPoint(checked.value)).toEqual({ ok: false, issue: { code: "source_loop", element: "L1" } });
});
