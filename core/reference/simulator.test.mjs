import { expect, test } from "vitest";
import {
  acResponse,
  checkNetlist,
  decibels,
  exportNetlist,
  importNetlist,
  mean,
  operatingPoint,
  peakToPeak,
  steadyState,
} from "../src/circuit";
import { amplifier, bridge, crossover, doubler, dualRail, valveLadder } from "./circuits.mjs";
import { hasSimulator, reference, simulate } from "./outside.mjs";

const must = (result) => {
  if (!result.ok) throw new Error(JSON.stringify(result.issue));
  return result.value;
};

/** mean and peak-to-peak over the last of the periods a run shows, by the trapezoidal rule on its uneven steps */
function lastPeriod(vectors, node, hertz) {
  const [t, v] = [vectors.time, vectors[`v(${node})`]];
  const from = t.at(-1) - 1 / hertz;
  let [area, low, high] = [0, Infinity, -Infinity];
  for (let i = 1; i < t.length; i++) {
    if (t[i] < from) continue;
    const start = Math.max(t[i - 1], from);
    area += ((v[i] + v[i - 1]) / 2) * (t[i] - start);
    low = Math.min(low, v[i]);
    high = Math.max(high, v[i]);
  }
  return { mean: area * hertz, ripple: high - low };
}

const SUPPLIES = [
  { name: "bridge", circuit: bridge, nodes: ["rail"], seconds: 1.2 },
  { name: "valveLadder", circuit: valveLadder, nodes: ["rail", "n1", "n2", "n3"], seconds: 6 },
  { name: "doubler", circuit: doubler, nodes: ["rail", "mid"], seconds: 3 },
  { name: "dualRail", circuit: dualRail, nodes: ["rail", "minus", "n1"], seconds: 2 },
];

test.each(SUPPLIES)(
  "$name: the exported netlist settles within 0.5 % of DC and 2 % of ripple in ngspice",
  ({ name, circuit, nodes, seconds }) => {
    const netlist = must(checkNetlist(circuit));
    const text = exportNetlist(netlist, { kind: "transient", step: 2e-5, stop: seconds, from: seconds - 0.1, print: nodes });
    const expected = reference(
      `supply-${name}`,
      "ngspice -b on the netlist exported by simulator.test.mjs, trapezoidal, step 20 µs",
      hasSimulator,
      () => {
        const { vectors } = simulate(text);
        return Object.fromEntries(nodes.flatMap((n) => Object.entries(lastPeriod(vectors, n, 50)).map(([k, v]) => [`${n} ${k}`, v])));
      },
    );
    const { waveforms } = must(steadyState(netlist));
    for (const node of nodes) {
      const v = waveforms.volts(node);
      expect(Math.abs(mean(v) / expected[`${node} mean`] - 1), `${node} DC`).toBeLessThan(0.005);
      expect(Math.abs(peakToPeak(v) / expected[`${node} ripple`] - 1), `${node} ripple`).toBeLessThan(0.02);
    }
  },
  120_000,
);

test.each([
  { name: "crossover", circuit: crossover, node: "out", from: 20, to: 20e3 },
  { name: "amplifier", circuit: amplifier, node: "out", from: 1, to: 1e6 },
])("$name: the exported netlist has the same response within 0.05 dB in ngspice", ({ name, circuit, node, from, to }) => {
  const netlist = must(checkNetlist(circuit));
  const text = exportNetlist(netlist, { kind: "ac", driven: "V1", from, to, perDecade: 10, print: [node] });
  const expected = reference(`ac-${name}`, "ngspice -b on the netlist exported by simulator.test.mjs, .ac dec 10", hasSimulator, () => {
    const { vectors } = simulate(text);
    const out = vectors[`v(${node})`];
    return { hz: vectors.frequency.map(([f]) => f), db: out.map(([re, im]) => 20 * Math.log10(Math.hypot(re, im))) };
  });
  expect(Math.max(...expected.db) - Math.min(...expected.db), "a flat response would prove nothing").toBeGreaterThan(10);
  const response = must(
    acResponse(netlist, { kind: "source", element: "V1" }, { kind: "between", plus: node, minus: "0" }, Float64Array.from(expected.hz)),
  );
  decibels(response).forEach((db, i) => expect(Math.abs(db - expected.db[i]), `${expected.hz[i]} Hz`).toBeLessThan(0.05));
});

test("the operating point of diodes behind resistors is ngspice's within 0.5 %", () => {
  const circuit = {
    title: "Stabiliser of three junctions",
    elements: [
      { kind: "voltageSource", id: "V1", plus: "in", minus: "0", wave: { kind: "dc", value: 12 } },
      { kind: "resistor", id: "R1", a: "in", b: "a", ohms: 2200 },
      { kind: "diode", id: "D1", anode: "a", cathode: "b", saturation: 1e-9, emission: 1.8, ohms: 0.03 },
      { kind: "diode", id: "D2", anode: "b", cathode: "c", saturation: 1e-12, emission: 1.2, ohms: 1 },
      { kind: "diode", id: "D3", anode: "c", cathode: "0", saturation: 1e-9, emission: 1.8, ohms: 0.03 },
      { kind: "resistor", id: "R2", a: "b", b: "0", ohms: 10e3 },
    ],
  };
  const netlist = must(checkNetlist(circuit));
  const expected = reference("operating-point", "ngspice -b on the netlist exported by simulator.test.mjs, .op", hasSimulator, () => {
    const { vectors } = simulate(exportNetlist(netlist, { kind: "operatingPoint" }));
    return { a: vectors["v(a)"][0], b: vectors["v(b)"][0], c: vectors["v(c)"][0] };
  });
  const { volts } = must(operatingPoint(netlist));
  for (const node of ["a", "b", "c"]) expect(Math.abs(volts.get(node) / expected[node] - 1), node).toBeLessThan(0.005);
});

test("what is exported is read back as a circuit that settles alike", () => {
  const netlist = must(checkNetlist(bridge));
  const back = must(importNetlist(exportNetlist(netlist)));
  const [a, b] = [netlist, back].map((n) => must(steadyState(n)).waveforms.volts("rail"));
  expect(peakToPeak(a)).toBeGreaterThan(1);
  a.forEach((v, k) => expect(b[k]).toBeCloseTo(v, 5));
});
