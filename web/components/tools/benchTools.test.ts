import { ohms, volts, watts } from "@mirvek/core/units";
import { describe, expect, test } from "vitest";
import { BENCH_TOOLS, readField, workOut } from "./benchTools";
import { readDevices } from "./Matching";

const BENCH = {
  constants: {},
  drawer: [
    { value: ohms(10_000), rated: watts(5), limit: volts(500) },
    { value: ohms(150), rated: watts(5), limit: volts(500) },
  ],
};
const tool = (id: string) => BENCH_TOOLS.find((t) => t.id === id)!;
/** what a tool says, the fields that are not named typed as they stand there */
const said = (id: string, typed: Record<string, string> = {}) => {
  const usual = Object.fromEntries(tool(id).fields.flatMap((f) => (f.optional ? [] : [[f.key, f.usual]])));
  return workOut(tool(id), { ...usual, ...typed }, BENCH).lines.join(" ");
};

test("every tool has a name and a key of its own, and answers what it starts with", () => {
  expect(new Set(BENCH_TOOLS.map((t) => t.id)).size).toBe(BENCH_TOOLS.length);
  for (const t of BENCH_TOOLS) {
    const { lines, example } = workOut(t, {}, BENCH);
    expect(example, t.id).toBe(true);
    expect(lines.length, t.id).toBeGreaterThan(0);
    expect(lines.join(" "), t.id).not.toMatch(/NaN|undefined|Infinity|missing|cannot/);
  }
});

describe("figures by hand", () => {
  // 220 µF at 385 V through 10 kΩ: 16.3 J, 38.5 mA, 14.8 W, under 60 V after 4.1 s, under 5 V after 9.6 s
  test("discharge", () => {
    const text = said("discharge");
    for (const figure of ["16.3 J", "38.5 mA", "14.8 W", "4.1 s", "9.6 s"]) expect(text).toContain(figure);
  });
  test("a marking and the code for a value, both ways", () => {
    expect(said("marking", { text: "472K" })).toContain("4.7 nF");
    expect(said("marking", { text: "220" })).toContain("two things");
    expect(said("code", { c: "4.7n", v: "" })).toMatch(/^472/);
    expect(said("code", { c: "100p" })).toMatch(/^101/);
    expect(said("code", { c: "4.75n" })).toContain("rounded");
  });
  test("in parallel and in series, farads and ohms", () => {
    expect(said("sets", { list: "10u 22u" })).toBe("In parallel 32 µF, in series 6.88 µF.");
    expect(said("sets", { list: "10k 10k" })).toContain("In parallel 5");
    expect(said("sets", { list: "10u" })).toContain("Two values");
  });
  test("two in series: 220 µF 400 V at 700 V want 433 kΩ at most", () => {
    expect(said("pair")).toContain("at most 433 kΩ");
    expect(said("pair")).toContain("420 V on one");
  });
  test("ripple I/(f C), and what a dropper leaves of it", () => {
    expect(said("ripple", { c: "4700u", i: "0.5", f: "100" })).toContain("About 1.06 V peak to peak");
    expect(said("ripple", { r: "100", c2: "100u" })).toContain("15.9 Hz");
  });
  test("power, dB, screen, dissipation", () => {
    expect(said("power", { v: "20", r: "8", against: "25" })).toBe("50 W. 3.01 dB against 25 W.");
    expect(said("screen")).toContain("56 V peak to peak");
    expect(said("dissipation", { most: "25" })).toContain("15.6 W, 62 % of its most");
  });
  test("mains in proportion, life doubled for ten degrees, starts", () => {
    expect(said("mains")).toContain("-22 V");
    // 5000 h at 105 °C, 55 °C and half its ripple: 5000 × 2^((105 − 56.25)/10)
    expect(said("life")).toContain("50 years and more");
    expect(said("life", { h: "2000", t: "85", share: "" })).toContain("5.3 years");
    expect(said("starts", { n: "10", share: "10" })).toContain("26 %");
    expect(said("starts", { n: "10", share: "10" })).toContain("29 starts");
  });
});

describe("typed wrong", () => {
  test("says which field and how to write it, never a figure", () => {
    expect(said("discharge", { c: "plenty" })).toBe("Capacitance: “plenty”: write it as 220u.");
    expect(said("power", { v: "20", r: "0" })).toBe("Load: above nought.");
    expect(said("power", { v: "20", r: "8ma" })).toContain("write it as 8");
    expect(said("life", { h: "many" })).toContain("is no number");
    expect(said("starts", { n: "0.2" })).toContain("From one start on");
  });
  test("a figure that was not typed is never taken for one that was", () => {
    expect(workOut(tool("discharge"), { c: "100u" }, BENCH)).toEqual({ lines: ["Volts across it: still to be typed."], minded: true });
  });
  test("an optional field may stay empty, another takes what stands in it", () => {
    expect(readField(tool("power").fields[2]!, "")).toBeNaN();
    expect(readField(tool("power").fields[0]!, "")).toBe(20);
  });
});

test("a handful is read line by line; what cannot be read is named", () => {
  const { devices, wrong } = readDevices("a 214 612mv\nb 198\n\nc\nd x\na 200\ne 38ma");
  expect(devices).toEqual([
    { name: "a", gain: 214, junction: 0.612 },
    { name: "b", gain: 198, junction: null },
    { name: "e", gain: 0.038, junction: null },
  ]);
  expect(wrong).toEqual(["line 4: c", "line 5: d x", "line 6: a is there twice"]);
});
