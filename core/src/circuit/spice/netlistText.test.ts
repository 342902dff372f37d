import { describe, expect, test } from "vitest";
import { checkNetlist } from "../checkNetlist";
import { terminals, type CircuitElement } from "../netlist";
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
  expect(issueOf(lines("V1 a 0 PULSE(0 1 0 1n)"))).toMatchObject({ code: "fields_missing", line: 2 });
  expect(issueOf(lines("V1 a 0 PWL(0 1 0 1n)"))).toEqual({ code: "unsupported", line: 2, text: "PWL" });
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

const read = (...l: string[]) => {
  const done = importNetlist(lines(...l));
  if (!done.ok) throw new Error(JSON.stringify(done.issue));
  return done.value.elements;
};

describe("read as a simulator reads it", () => {
  test("nodes differ by more than case, and gnd is ground", () => {
    expect(read("V1 In GND 5", "R1 in OUT 1k", "R2 Out gnd 1k", "R3 IN 00 1k").map((e) => terminals(e))).toEqual([
      ["In", "0"],
      ["In", "OUT"],
      ["OUT", "0"],
      ["In", "0"],
    ]);
  });

  test("parts differ by more than case: the second is named with its line", () => {
    const issue = { code: "duplicate_id", element: "r1" };
    expect(issueOf(lines("R1 a 0 1", "r1 a 0 2"))).toEqual({ code: "circuit", line: 3, issue });
    expect(issueOf(lines("R1 a 0 1", ".model d1 D(IS=1n)", ".model D1 D(IS=2n)"))).toEqual({ code: "unsupported", line: 4, text: "D1" });
  });

  test.each([
    ["DC 5", { kind: "dc", value: 5 }],
    ["DC 5 AC 1", { kind: "dc", value: 5 }],
    ["DC 5 AC 1 90", { kind: "dc", value: 5 }],
    ["AC 1 90 DC 5", { kind: "dc", value: 5 }],
    ["AC", { kind: "dc", value: 0 }],
    ["DC 2 SIN(2 3 50)", { kind: "sine", offset: 2, amplitude: 3, hertz: 50, phase: 0 }],
    ["SIN(2 3 50) AC 1", { kind: "sine", offset: 2, amplitude: 3, hertz: 50, phase: 0 }],
    ["SIN(0 3 50 5m 0 30)", { kind: "sine", offset: 0, amplitude: 3, hertz: 50, phase: 30, delay: 5e-3 }],
    ["PULSE(0 5 1m 1u 2u 3m 10m)", { kind: "pulse", low: 0, high: 5, delay: 1e-3, rise: 1e-6, fall: 2e-6, width: 3e-3, period: 1e-2 }],
    ["DC 0 PULSE(0 5 0 0 0 3m 10m)", { kind: "pulse", low: 0, high: 5, delay: 0, rise: 0, fall: 0, width: 3e-3, period: 1e-2 }],
  ])("V %s", (source, wave) => {
    const [v] = read(`V1 a 0 ${source}`, "R1 a 0 1");
    expect(v).toEqual({ kind: "voltageSource", id: "V1", plus: "a", minus: "0", wave: closeTo(wave) });
  });

  test.each([
    ["V1 a 0 DC 5 SIN(0 1 50)", "DC 5"],
    ["V1 a 0 5 6", "6"],
    ["V1 a 0 SIN(0 1 50) SIN(0 1 60)", "SIN"],
    ["V1 a 0 SIN(0 1 50 0 0 0 7)", "7"],
    ["V1 a 0 SIN(0 1 50 0 12)", "12"],
    ["V1 a 0 5 m=2", "m"],
    ["R1 a 0 1k tc=1", "tc"],
    ["C1 a 0 1u IC=3 9", "9"],
    ["E1 a 0 a 0 2 7", "7"],
    ["D1 a 0 dx 2 9", "9"],
    [".temp 60", ".temp"],
    [".options temp=60", ".options"],
  ])("%s is refused for %j, with its line", (line, text) => {
    expect(issueOf(lines(".model dx D(IS=1n)", "R9 a 0 1", line))).toEqual({ code: "unsupported", line: 4, text });
  });

  test("multipliers and areas put parts side by side", () => {
    const both = read(
      ".model dx D(IS=1n N=1 RS=1)",
      "R1 a 0 1k m=2",
      "C1 a 0 1u m=2",
      "L1 a 0 4 M = 2",
      "D1 a 0 dx 3",
      "D2 a 0 dx area=3 m=2",
    );
    expect(both.map((e) => closeTo(e))).toEqual(
      closeTo([
        { kind: "resistor", id: "R1", a: "a", b: "0", ohms: 500 },
        { kind: "capacitor", id: "C1", a: "a", b: "0", farads: 2e-6 },
        { kind: "inductor", id: "L1", a: "a", b: "0", henries: 2 },
        { kind: "diode", id: "D1", anode: "a", cathode: "0", saturation: 3e-9, emission: 1, ohms: 1 / 3 },
        { kind: "diode", id: "D2", anode: "a", cathode: "0", saturation: 6e-9, emission: 1, ohms: 1 / 6 },
      ]),
    );
  });

  test("requests for output and the temperature the engine works at are no matter", () => {
    expect(read("R1 a 0 1", ".meas tran x max v(a)", ".measure ac y find v(a)", ".temp 27", ".options temp=27 gmin=1e-12")).toHaveLength(1);
  });
});

/** Numbers rounded to nine digits, so that 0.005 and 5e-3 are the same. */
function closeTo<T>(value: T): T {
  return JSON.parse(JSON.stringify(value), (_, v: unknown) => (typeof v === "number" ? Number(v.toPrecision(9)) : v)) as T;
}

describe("written so that what is different stays different", () => {
  const written = (elements: CircuitElement[]) => {
    const checked = checkNetlist({ title: "t", elements });
    if (!checked.ok) throw new Error(JSON.stringify(checked.issue));
    return exportNetlist(checked.value);
  };
  const resistor = (id: string, a: string, b = "0"): CircuitElement => ({ kind: "resistor", id, a, b, ohms: 1 });

  test("nodes that differ by a sign or by case, and one that is called gnd and is not", () => {
    const names = ["rail+", "rail-", "A", "a", "gnd", "GND", "node_1", "node 1"];
    const back = read(
      ...written(names.map((n, i) => resistor(`R${i}`, n)))
        .split("\n")
        .slice(1),
    );
    expect(new Set(back.map((e) => terminals(e)[0].toLowerCase())).size).toBe(names.length);
    expect(back.map((e) => terminals(e)[0])).not.toContain("0");
  });

  test("inner nodes and inner parts meet no name of the circuit", () => {
    const elements: CircuitElement[] = [
      { kind: "capacitor", id: "C1", a: "in", b: "0", farads: 1e-6, esr: 2, esl: 1e-8, leak: 1e6 },
      resistor("SC1", "C1_1"),
      resistor("RSC1", "C1_2"),
      resistor("LC1", "in"),
    ];
    const back = read(...written(elements).split("\n").slice(1));
    expect(new Set(back.map((e) => e.id.toLowerCase())).size).toBe(back.length);
    const users = (node: string) => back.filter((e) => terminals(e).includes(node)).length;
    expect([users("C1_1"), users("C1_2")], "only the circuit's own resistors stand there").toEqual([1, 1]);
  });

  test("an arbitrary wave repeats, of volts and of amperes", () => {
    const wave = { kind: "samples" as const, values: [0, 1, 0, -1], hertz: 50 };
    const text = written([
      { kind: "voltageSource", id: "V1", plus: "a", minus: "0", wave, ohms: 1 },
      { kind: "currentSource", id: "I1", from: "0", to: "b", wave },
      resistor("R1", "a"),
      resistor("R2", "b"),
    ]);
    expect(text.match(/PWL\(.*\) r=0/g)).toHaveLength(2);
    expect(text).toMatch(/^GI1 0 b \S+ 0 1$/m);
  });

  test("waves with a delay come back as they were", () => {
    const waves = [
      { kind: "sine", offset: 1, amplitude: 2, hertz: 50, phase: 30, delay: 0.004 },
      { kind: "pulse", low: -1, high: 4, delay: 0.001, rise: 1e-6, fall: 1e-6, width: 0.002, period: 0.01 },
    ] as const;
    const back = read(
      ...written(
        waves
          .map((wave, i) => ({ kind: "currentSource", id: `I${i}`, from: "0", to: "a", wave }) as CircuitElement)
          .concat(resistor("R1", "a")),
      )
        .split("\n")
        .slice(1),
    );
    expect(back.flatMap((e) => (e.kind === "currentSource" ? [closeTo(e.wave)] : []))).toEqual(waves.map(closeTo));
  });
});
