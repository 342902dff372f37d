// Speed of the circuit engine, beside a general-purpose simulator on the same exported netlists. Run by ./mirvek bench.
import { execFileSync } from "node:child_process";
import { fileURLToPath } from "node:url";
import { bridge, doubler, valveLadder } from "../reference/circuits.mjs";
import { hasSimulator, simulate } from "../reference/outside.mjs";
import {
  acResponse,
  checkNetlist,
  exportNetlist,
  logFrequencies,
  makeAcSweep,
  mean,
  monteCarlo,
  peakToPeak,
  spreadOf,
  steadyState,
} from "../src/circuit/index.ts";
import { seededRandom } from "../src/numeric/index.ts";
import { SCENARIOS, fillSettings } from "../src/scenarios/index.ts";

const DC = 0.005;
const RIPPLE = 0.02;
const must = (r) => {
  if (!r.ok) throw new Error(JSON.stringify(r.issue));
  return r.value;
};
/** Times of `runs` runs after as many to warm up: a worker on a bench has long been warm. */
const times = (runs, work) => {
  for (let i = 0; i < runs; i++) work();
  const list = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return { p50: list[runs >> 1], p95: list[Math.floor(runs * 0.95)] };
};
const ms = (v) => (v < 10 ? v.toFixed(2) : v.toFixed(0));

const CIRCUITS = [
  { name: "bridge and reservoir", circuit: bridge, nodes: ["rail"] },
  { name: "valve ladder, 4 nodes", circuit: valveLadder, nodes: ["rail", "n1", "n2", "n3"] },
  { name: "doubler, one half dried", circuit: doubler, nodes: ["rail"] },
];

// one settled solution in a process of its own: what the first question of a fresh worker costs
if (process.argv[2] === "cold") {
  const start = performance.now();
  must(steadyState(must(checkNetlist(CIRCUITS[Number(process.argv[3])].circuit)), { steps: 64 }));
  console.log(performance.now() - start);
  process.exit(0);
}

const within = (got, truth) =>
  Object.entries(truth).every(([node, t]) => Math.abs(got[node].dc / t.dc - 1) < DC && Math.abs(got[node].ripple / t.ripple - 1) < RIPPLE);
const ours = (netlist, nodes, steps) => {
  const { waveforms } = must(steadyState(netlist, { steps }));
  return Object.fromEntries(nodes.map((n) => [n, { dc: mean(waveforms.volts(n)), ripple: peakToPeak(waveforms.volts(n)) }]));
};
/** last period of a simulator run, by the trapezoidal rule on its uneven steps */
function theirs({ vectors }, nodes, hertz) {
  const t = vectors.time;
  const from = t.at(-1) - 1 / hertz;
  return Object.fromEntries(
    nodes.map((n) => {
      const v = vectors[`v(${n})`];
      let [area, low, high] = [0, Infinity, -Infinity];
      for (let i = 1; i < t.length; i++) {
        if (t[i] < from) continue;
        area += ((v[i] + v[i - 1]) / 2) * (t[i] - Math.max(t[i - 1], from));
        low = Math.min(low, v[i]);
        high = Math.max(high, v[i]);
      }
      return [n, { dc: area * hertz, ripple: high - low }];
    }),
  );
}

console.log(
  `Steady state at matched accuracy: both at the coarsest settings within ${DC * 100} % of DC and ` +
    `${RIPPLE * 100} % of ripple of a 4096-step solution.`,
);
for (const [index, { name, circuit, nodes }] of CIRCUITS.entries()) {
  const netlist = must(checkNetlist(circuit));
  const truth = ours(netlist, nodes, 4096);
  const steps = [16, 24, 32, 48, 64, 96, 128, 256].find((s) => within(ours(netlist, nodes, s), truth));
  const own = times(200, () => must(steadyState(netlist, { steps })));
  const cold = Number(
    execFileSync(process.execPath, [...process.execArgv, fileURLToPath(import.meta.url), "cold", String(index)]).toString(),
  );
  let line = `${name}: ${steps} steps a period, p50 ${ms(own.p50)} ms, p95 ${ms(own.p95)} ms, first in a fresh process ${ms(cold)} ms`;
  if (hasSimulator) {
    const asked = (step, stop) => exportNetlist(netlist, { kind: "transient", step, stop, from: stop - 0.04, print: nodes });
    let best = null;
    for (const stop of [0.2, 0.3, 0.5, 0.8, 1.2, 2, 3, 5, 8]) {
      const step = [2e-3, 1e-3, 5e-4, 2e-4, 1e-4, 5e-5].find((s) => within(theirs(simulate(asked(s, stop)), nodes, 50), truth));
      if (step !== undefined) {
        best = { step, stop };
        break;
      }
    }
    const runs = Array.from({ length: 9 }, () => simulate(asked(best.step, best.stop)));
    const whole = runs.map((r) => r.wholeMs).sort((a, b) => a - b)[4];
    const analysis = runs
      .map((r) => Number(/Total analysis time \(seconds\) = ([\d.e-]+)/.exec(r.output)?.[1]) * 1000)
      .sort((a, b) => a - b)[4];
    line +=
      ` | simulator: steps up to ${best.step * 1e6} µs over ${best.stop} s, whole process ${ms(whole)} ms ` +
      `(${(whole / own.p50).toFixed(0)} x), own analysis time ` +
      (Number.isFinite(analysis) ? `${ms(analysis)} ms (${(analysis / own.p50).toFixed(1)} x)` : "not reported");
  } else line += " | no simulator installed";
  console.log(line);
}

const rung = (k) => [
  { kind: "inductor", id: `L${k}`, a: k === 1 ? "in" : `n${k - 1}`, b: `n${k}`, henries: 1e-3 * k, dcr: 0.2 },
  { kind: "capacitor", id: `C${k}`, a: `n${k}`, b: "0", farads: 1e-6 / k, esr: 0.1 },
];
const ladder = must(
  checkNetlist({
    title: "12 nodes",
    elements: [
      { kind: "voltageSource", id: "V1", plus: "in", minus: "0", wave: { kind: "dc", value: 0 } },
      ...Array.from({ length: 11 }, (_, i) => rung(i + 1)).flat(),
      { kind: "resistor", id: "R1", a: "n11", b: "0", ohms: 50 },
    ],
  }),
);
const hz = logFrequencies(10, 1e5, 1000);
const sweep = must(makeAcSweep(ladder, { kind: "source", element: "V1" }, { kind: "between", plus: "n11", minus: "0" }));
const [re, im] = [new Float64Array(1000), new Float64Array(1000)];
const ac = times(100, () => sweep(hz, re, im));
console.log(`AC sweep, 1000 points, 12 nodes: p50 ${ms(ac.p50)} ms, p95 ${ms(ac.p95)} ms`);

const crossover = SCENARIOS.crossover;
const settings = fillSettings(crossover, "passiveLoudspeaker", { kind: "high3" });
const slots = crossover.slots(settings);
const grid = logFrequencies(1000, 20e3, 61);
const spread = times(5, () => {
  const unknowns = [...slots.map((s) => ({ value: s.farads, share: 0.1, law: "even" })), { value: 8, share: 0.15, law: "logNormal" }];
  return monteCarlo(unknowns, 1000, 1, ([c1, c2, driver]) => {
    const parts = {
      c1: { kind: "works", farads: c1, esr: 0.1, leak: Infinity },
      c2: { kind: "works", farads: c2, esr: 0.1, leak: Infinity },
    };
    const netlist = must(checkNetlist(crossover.netlist({ ...settings, driver }, parts)));
    const r = must(acResponse(netlist, { kind: "source", element: "V1" }, { kind: "between", plus: "driver", minus: "0" }, grid));
    return 20 * Math.log10(Math.hypot(r.re[50], r.im[50]));
  });
});
console.log(`Monte Carlo, third-order crossover, 1000 runs of 61 points: p50 ${ms(spread.p50)} ms`);

const chain = SCENARIOS.decouplingChain;
const chained = fillSettings(chain, "valveAmplifier", {});
const sound = Object.fromEntries(chain.slots(chained).map((s) => [s.key, { kind: "works", farads: s.farads, esr: 1, leak: Infinity }]));
const loop = times(50, () => must(chain.solve(chained, sound, { detail: "live" })));
console.log(`Loop gain, margins and modes, three-stage decoupling chain: p50 ${ms(loop.p50)} ms, p95 ${ms(loop.p95)} ms`);

// twelve nodes of a dual supply with three stages: what a slider asks for
const supply = SCENARIOS.supply;
const dual = fillSettings(supply, "receiver", { stages: 3 });
const parts = Object.fromEntries(supply.slots(dual).map((s) => [s.key, { kind: "works", farads: s.farads, esr: 0.1, leak: Infinity }]));
const random = seededRandom(3);
let warm = must(supply.solve(dual, parts, { detail: "live" })).warm;
const slid = spreadOf(
  Float64Array.from({ length: 200 }, () => {
    const start = performance.now();
    const moved = { ...parts, reservoir: { ...parts.reservoir, farads: parts.reservoir.farads * (0.2 + random()) } };
    warm = must(supply.solve(dual, moved, { detail: "live", warm })).warm;
    return performance.now() - start;
  }),
);
console.log(`Slider step, dual supply with three stages: p50 ${ms(slid.p50)} ms, p90 ${ms(slid.p90)} ms`);
