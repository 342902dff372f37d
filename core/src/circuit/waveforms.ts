import { PORT_SIEMENS, companion, type StepMap } from "./stepMap";
import type { Layout } from "./layout";
import { GROUND, type ElementId, type NodeName } from "./netlist";
import type { Stepper } from "./stepper";

/** Volts and amperes over time at every step of a run. Times in seconds, evenly spaced, the first entry after the first step. */
export interface Waveforms {
  times: Float64Array;
  /** volts of a node against ground. @throws RangeError on a name the circuit does not have */
  volts(node: NodeName): Float64Array;
  /** volts from one node to another */
  between(plus: NodeName, minus: NodeName): Float64Array;
  /**
   * Amperes through a part, from its first to its second terminal (into the plus end of a source). Not for transconductances.
   * @throws RangeError on a name the circuit does not have
   */
  amperes(element: ElementId): Float64Array;
}

export interface Recorder {
  /** notes the step just made; `step` counts from 0 */
  record(step: number): void;
  /** what has been noted, at the times and with the inputs (steps × inputs) given */
  waveforms(times: Float64Array, inputs: Float64Array): Waveforms;
}

/** Notes states and diode currents at each step, a handful of numbers; volts and currents are made from them only when asked for. */
export function makeRecorder(layout: Layout, map: StepMap, stepper: Stepper, steps: number): Recorder {
  const ns = layout.states;
  const np = layout.diodes.length;
  const starts = new Float64Array(ns * steps);
  const extra = new Float64Array(np * steps);
  return {
    record(step) {
      const { stageStart, ports } = stepper;
      for (let j = 0; j < ns; j++) starts[step * ns + j] = stageStart[j]!;
      for (let p = 0; p < np; p++) extra[step * np + p] = ports.w[p]!;
    },
    waveforms: (times, inputs) => read(layout, map, times, inputs, starts, extra),
  };
}

function read(
  layout: Layout,
  map: StepMap,
  times: Float64Array,
  inputs: Float64Array,
  starts: Float64Array,
  extra: Float64Array,
): Waveforms {
  const ns = layout.states;
  const nu = layout.inputs.length;
  const np = layout.diodes.length;
  const steps = times.length;
  const { Yx, Yu, Yw } = map;
  const unknown = (i: number): Float64Array => {
    const out = new Float64Array(steps);
    if (i < 0) return out;
    for (let k = 0; k < steps; k++) {
      let s = 0;
      for (let j = 0; j < ns; j++) s += Yx[i * ns + j]! * starts[k * ns + j]!;
      for (let j = 0; j < nu; j++) s += Yu[i * nu + j]! * inputs[k * nu + j]!;
      for (let p = 0; p < np; p++) s += Yw[i * np + p]! * extra[k * np + p]!;
      out[k] = s;
    }
    return out;
  };
  const index = (node: NodeName): number => {
    const i = layout.nodeIndex.get(node);
    if (i === undefined) throw new RangeError(`no node "${node}" among ${[GROUND, ...layout.nodes].join(", ")}`);
    return i;
  };
  const across = (a: number, b: number): Float64Array => {
    const out = unknown(a);
    const minus = unknown(b);
    for (let k = 0; k < steps; k++) out[k] = out[k]! - minus[k]!;
    return out;
  };
  return {
    times,
    volts: (node) => unknown(index(node)),
    between: (plus, minus) => across(index(plus), index(minus)),
    amperes(element) {
      const branch = layout.branches.find((b) => b.element === element);
      if (branch) {
        const { g, perAmpere, keep } = companion(branch, map.tau);
        const { chargeState, currentState } = branch;
        return across(branch.a, branch.b).map((v, k) => {
          const charge = chargeState < 0 ? 0 : starts[k * ns + chargeState]!;
          const flux = currentState < 0 ? 0 : starts[k * ns + currentState]!;
          return g * (v + perAmpere * flux - keep * charge);
        });
      }
      const row = [...layout.sources, ...layout.amplifiers].find((s) => s.element === element);
      if (row) return unknown(row.row);
      const drive = layout.currentSources.find((s) => s.element === element);
      if (drive) return Float64Array.from({ length: steps }, (_, k) => inputs[k * nu + drive.input]!);
      const port = layout.diodes.findIndex((d) => d.element === element);
      if (port >= 0) {
        const { a, b } = layout.diodes[port]!;
        return across(a, b).map((v, k) => extra[k * np + port]! + PORT_SIEMENS * v);
      }
      throw new RangeError(`no current is known for "${element}"`);
    },
  };
}
