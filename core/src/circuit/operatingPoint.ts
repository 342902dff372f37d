import type { Result } from "../units";
import { dcIssue, type CheckedNetlist } from "./checkNetlist";
import type { CircuitIssue } from "./issue";
import { layOut, type Layout } from "./layout";
import type { ElementId, NodeName } from "./netlist";
import { makePortSolver } from "./ports";
import { makeStepMap, PORT_SIEMENS } from "./stepMap";
import { waveAt } from "./wave";

/** Volts of every node, amperes of every source row, and the charge of every state, with nothing changing. */
interface OperatingPoint {
  volts: ReadonlyMap<NodeName, number>;
  /** amperes into the plus end of each voltage source, closed switch and amplifier */
  amperes: ReadonlyMap<ElementId, number>;
  /** slope of each diode there, in siemens */
  diodeSiemens: ReadonlyMap<ElementId, number>;
  states: Float64Array;
}

/**
 * The DC operating point with every source at its value at `time` seconds (default 0; sines stand still there). Capacitors only
 * leak, coils only have their winding. Diodes by Newton's method; where that fails the sources are raised in steps from zero.
 */
export function operatingPoint(netlist: CheckedNetlist, time = 0): Result<OperatingPoint, CircuitIssue> {
  const issue = dcIssue(netlist);
  if (issue) return { ok: false, issue };
  return solveOperatingPoint(layOut(netlist), (j, layout) => waveAt(layout.inputs[j]!.wave)(time), time);
}

function solveOperatingPoint(
  layout: Layout,
  input: (j: number, layout: Layout) => number,
  time: number,
): Result<OperatingPoint, CircuitIssue> {
  const made = makeStepMap(layout, Infinity);
  if (!made.ok) return made;
  const map = made.value;
  const np = layout.diodes.length;
  const nu = layout.inputs.length;
  const ports = makePortSolver(layout.diodes.map((d) => d.law));
  const u = Float64Array.from({ length: nu }, (_, j) => input(j, layout));
  const open = new Float64Array(np);
  const solveAt = (share: number): boolean => {
    for (let p = 0; p < np; p++) {
      open[p] = 0;
      for (let j = 0; j < nu; j++) open[p] = open[p]! + share * map.Q[p * nu + j]! * u[j]!;
    }
    return ports.solve(map.Z, open) >= 0;
  };
  if (!solveAt(1)) {
    ports.reset();
    const RISE = 20;
    for (let k = 1; k <= RISE; k++)
      if (!solveAt(k / RISE)) {
        const worst = layout.diodes[0]!;
        const node = layout.nodes[worst.a >= 0 ? worst.a : worst.b]!;
        return { ok: false, issue: { code: "no_convergence", node, time, iterations: 60 } };
      }
  }
  const y = new Float64Array(layout.size);
  for (let i = 0; i < layout.size; i++) {
    for (let j = 0; j < nu; j++) y[i] = y[i]! + map.Yu[i * nu + j]! * u[j]!;
    for (let p = 0; p < np; p++) y[i] = y[i]! + map.Yw[i * np + p]! * ports.w[p]!;
  }
  return { ok: true, value: describe(layout, y, ports.slope) };
}

function describe(layout: Layout, y: Float64Array, slope: Float64Array): OperatingPoint {
  const at = (node: number) => (node < 0 ? 0 : y[node]!);
  const states = new Float64Array(layout.states);
  for (const b of layout.branches) {
    const across = at(b.a) - at(b.b);
    const through = b.farads === null ? across / Math.max(b.ohms, 1e-6) : b.leak > 0 ? across / (b.ohms + 1 / b.leak) : 0;
    if (b.chargeState >= 0) states[b.chargeState] = across - through * b.ohms;
    if (b.currentState >= 0) states[b.currentState] = through;
  }
  for (const s of layout.amplifiers) if (s.state >= 0) states[s.state] = at(s.plus) - at(s.minus) - s.ohms * y[s.row]!;
  return {
    volts: new Map([...layout.nodes.map((n, i): [NodeName, number] => [n, y[i]!]), ["0", 0]]),
    amperes: new Map([...layout.sources, ...layout.amplifiers].map((s) => [s.element, y[s.row]!])),
    diodeSiemens: new Map(layout.diodes.map((d, p) => [d.element, slope[p]! + PORT_SIEMENS])),
    states,
  };
}
