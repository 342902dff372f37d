import { expect, test } from "vitest";
import { checkNetlist } from "../checkNetlist";
import type { CircuitElement } from "../netlist";
import { curvesCsv } from "./curvesCsv";
import { exportNetlist } from "./exportNetlist";
import { importNetlist } from "./importNetlist";

const issueOf = (text: string) => {
  const read = importNetlist(text);
  return read.ok ? null : read.issue;
};
const lines = (...l: string[]) => ["title", ...l].join("\n");

test("a plain netlist is read: comments, continuation, suffixes, models, sources", () => {
  const read = importNetlist(
    lines(
      "* a remark",
      "V1 in 0 DC 0 SIN(0 34 50) ; winding",
      "R1 in a 0.5ohm",
      "D1 a out dx",
      "C1 out 0 4700uF IC=30",
      "RL out 0",
      "+ 30",
      "L1 out 0 2.2meg",
      ".model dx D(IS=1n N=1.8",
      "+ RS=20m)",
      ".tran 1m 1",
      ".end",
      "R9 x y 1",
    ),
  );
  if (!read.ok) throw new Error(JSON.stringify(read.issue));
  expect(read.value.title).toBe("title");
  expect(read.value.elements).toEqual([
    { kind: "voltageSource", id: "V1", plus: "in", minus: "0", wave: { kind: "sine", offset: 0, amplitude: 34, hertz: 50, phase: 0 } },
    { kind: "resistor", id: "R1", a: "in", b: "a", ohms: 0.5 },
    { kind: "diode", id: "D1", anode: "a", cathode: "out", saturation: expect.closeTo(1e-9, 15), emission: 1.8, ohms: 0.02 },
    { kind: "capacitor", id: "C1", a: "out", b: "0", farads: expect.closeTo(4.7e-3, 12), volts: 30 },
    { kind: "resistor", id: "RL", a: "out", b: "0", ohms: 30 },
    { kind: "inductor", id: "L1", a: "out", b: "0", henries: 2.2e6 },
  ]);
});

test("what cannot be taken is named with its line", () => {
  expect(issueOf("title")).toEqual({ code: "no_elements" });
  expect(issueOf(lines("R1 a 0 10", "Q1 c b e bc1"))).toEqual({ code: "unknown_part", line: 3, text: "Q1" });
  expect(issueOf(lines("R1 a 0 ten"))).toEqual({ code: "bad_number", line: 2, text: "ten" });
  expect(issueOf(lines("R1 a 0 10uF"))).toEqual({ code: "wrong_unit", line: 2, text: "10uF", needed: "Ω" });
  expect(issueOf(lines("C1 a 0 10ohm"))).toEqual({ code: "wrong_unit", line: 2, text: "10ohm", needed: "F" });
  expect(issueOf(lines("C1 a 0 1F"))).toEqual({ code: "femto_or_farad", line: 2, text: "1F" });
  expect(issueOf(lines("R1 a"))).toMatchObject({ code: "fields_missing", line: 2 });
  expect(issueOf(lines("D1 a 0 nosuch"))).toEqual({ code: "no_model", line: 2, text: "nosuch" });
  expect(issueOf(lines(".subckt amp in out", "R1 a 0 1"))).toEqual({ code: "unsupported", line: 2, text: ".subckt" });
  expect(issueOf(lines("V1 a 0 PULSE(0 1 0 1n)"))).toEqual({ code: "unsupported", line: 2, text: "PULSE" });
  expect(issueOf(lines("R1 a 0 1", "R2 x y 1"))).toEqual({ code: "circuit", line: null, issue: { code: "floating_node", node: "x" } });
  expect(issueOf(lines("V1 a 0 1", "V2 a 0 2"))).toEqual({ code: "circuit", line: 3, issue: { code: "source_loop", element: "V2" } });
  expect(issueOf("t\n".repeat(10_000))).toMatchObject({ code: "too_long", lines: 10_001 });
});

test("no text, however odd, makes the reader throw", () => {
  for (const text of [
    "",
    "\u0000\n\u0000",
    "t\n+ 1",
    "t\n=",
    "t\nR1 ( ) =",
    "t\nV1 a 0 SIN",
    "t\nV1 a 0 AC",
    "t\n.model",
    "t\n.model x D(IS",
    "t\nC1 a 0 1u IC=",
    "t\nE1 a 0 b",
  ])
    expect(() => importNetlist(text)).not.toThrow();
});

test("every element is written and read back", () => {
  const elements: CircuitElement[] = [
    { kind: "voltageSource", id: "T1", plus: "in", minus: "0", wave: { kind: "sine", amplitude: 10, hertz: 50, phase: 30, offset: 1 } },
    { kind: "resistor", id: "load", a: "in", b: "0", ohms: 47 },
    { kind: "capacitor", id: "C14", a: "in", b: "rail-", farads: 1e-4, volts: 3 },
    { kind: "inductor", id: "L1", a: "rail-", b: "0", henries: 0.1, dcr: 2, amperes: 0.5 },
    { kind: "currentSource", id: "I1", from: "rail-", to: "0", wave: { kind: "dc", value: 0.01 } },
    { kind: "amplifier", id: "A1", plus: "out", minus: "0", inPlus: "in", inMinus: "rail-", gain: 5 },
    { kind: "transconductance", id: "G1", from: "out", to: "0", inPlus: "in", inMinus: "0", siemens: 0.002 },
    { kind: "diode", id: "D1", anode: "in", cathode: "rail-", saturation: 1e-9, emission: 1.8, ohms: 0.05 },
  ];
  const checked = checkNetlist({ title: "all", elements });
  if (!checked.ok) throw new Error(JSON.stringify(checked.issue));
  const back = importNetlist(exportNetlist(checked.value));
  if (!back.ok) throw new Error(JSON.stringify(back.issue));
  const kinds = back.value.elements.map((e) => e.kind).sort();
  // the winding resistance of the coil has become a resistor of its own
  expect(kinds).toEqual([...elements.map((e) => e.kind), "resistor"].sort());
  expect(back.value.elements).toContainEqual({ kind: "resistor", id: "Rload", a: "in", b: "0", ohms: 47 });
  expect(back.value.elements).toContainEqual({ kind: "capacitor", id: "C14", a: "in", b: "rail_", farads: 1e-4, volts: 3 });
});

test("curves as CSV: header with units, quotes where needed, one row a point", () => {
  const csv = curvesCsv({ name: "time (s)", values: [0, 0.01] }, [{ name: 'rail, "plus" (V)', values: [1.5, Infinity] }]);
  expect(csv).toBe('time (s),"rail, ""plus"" (V)"\r\n0,1.5\r\n0.01,\r\n');
  expect(() => curvesCsv({ name: "t", values: [1] }, [{ name: "v", values: [] }])).toThrow(RangeError);
});
