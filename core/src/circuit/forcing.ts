import type { Layout } from "./layout";
import type { StepMap } from "./stepMap";
import { STAGE_SHARE } from "./stepper";
import { waveAt } from "./wave";

/** What the sources add to states and port volts, per step: [B·u | Q·u] of stage 1, then of stage 2; and u at the end of each step. */
interface Forcing {
  stride: number;
  table: Float64Array;
  inputs: Float64Array;
}

/** Tabulates the sources over `steps` steps of `h` seconds from `start` on, once for all runs over the same time. */
export function tabulate(layout: Layout, map: StepMap, start: number, h: number, steps: number): Forcing {
  const { states: ns } = layout;
  const nu = layout.inputs.length;
  const np = layout.diodes.length;
  const stride = 2 * (ns + np);
  const table = new Float64Array(steps * stride);
  const inputs = new Float64Array(steps * nu);
  const waves = layout.inputs.map((i) => waveAt(i.wave));
  const u = new Float64Array(nu);
  for (let k = 0; k < steps; k++) {
    for (let stage = 0; stage < 2; stage++) {
      const t = start + h * (k + (stage === 0 ? STAGE_SHARE : 1));
      for (let j = 0; j < nu; j++) u[j] = waves[j]!(t);
      const base = k * stride + stage * (ns + np);
      for (let i = 0; i < ns; i++) for (let j = 0; j < nu; j++) table[base + i] = table[base + i]! + map.B[i * nu + j]! * u[j]!;
      for (let p = 0; p < np; p++) for (let j = 0; j < nu; j++) table[base + ns + p] = table[base + ns + p]! + map.Q[p * nu + j]! * u[j]!;
    }
    inputs.set(u, k * nu);
  }
  return { stride, table, inputs };
}
