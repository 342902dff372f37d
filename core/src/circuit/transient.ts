import type { Result } from "../units";
import type { CheckedNetlist } from "./checkNetlist";
import { tabulate } from "./forcing";
import type { CircuitIssue } from "./issue";
import { layOut, type Layout } from "./layout";
import { fromIssue, isCount, optionIssue } from "./options";
import { makeStepMap } from "./stepMap";
import { makeStepper, STAGE_SHARE } from "./stepper";
import { makeRecorder, type Waveforms } from "./waveforms";

export const MAX_STEPS = 2_000_000;
/** asked this often whether to go on */
const STEPS_BETWEEN_ASKING = 256;

interface TransientOptions {
  /** seconds */
  duration: number;
  /** seconds; the last step ends at or just after `duration` */
  step: number;
  /** record every n-th step only; default 1 */
  every?: number;
  /** states to start from, as another run ended; default: the volts and amperes given with the parts */
  from?: Float64Array;
  stop?: () => boolean;
}

/** States as the parts' own start values give them. */
export function givenStates(layout: Layout): Float64Array {
  const x = new Float64Array(layout.states);
  for (const b of layout.branches) {
    if (b.chargeState >= 0) x[b.chargeState] = b.startVolts;
    if (b.currentState >= 0) x[b.currentState] = b.startAmperes;
  }
  return x;
}

/**
 * What the circuit does from time 0 on, in fixed steps (second order in the step; see `Stepper` for the method). Fails with `bad_option` on
 * times, counts or start states out of bounds, `no_convergence` and the time if a step cannot be solved, `cancelled` when `stop` says so;
 * never gives NaN.
 */
export function transient(
  netlist: CheckedNetlist,
  options: TransientOptions,
): Result<{ waveforms: Waveforms; end: Float64Array }, CircuitIssue> {
  const { duration, step: h, every = 1, stop } = options;
  const wrong = optionIssue([
    ["step", h, h > 0],
    ["duration", duration, duration > 0],
    ["every", every, isCount(every, 1, MAX_STEPS)],
  ]);
  if (wrong) return { ok: false, issue: wrong };
  const steps = Math.ceil(duration / h - 1e-9);
  if (!(steps > 0 && steps <= MAX_STEPS)) return { ok: false, issue: { code: "too_large", what: "steps", count: steps, limit: MAX_STEPS } };
  const layout = layOut(netlist);
  const odd = fromIssue(options.from, layout.states);
  if (odd) return { ok: false, issue: odd };
  const made = makeStepMap(layout, STAGE_SHARE * h);
  if (!made.ok) return made;
  const stepper = makeStepper(layout, made.value, false);
  const kept = Math.floor(steps / every);
  const recorder = makeRecorder(layout, made.value, stepper, kept);
  const nu = layout.inputs.length;
  const times = new Float64Array(kept);
  const inputs = new Float64Array(kept * nu);
  const x = options.from ? options.from.slice() : givenStates(layout);
  for (let done = 0; done < steps; done += STEPS_BETWEEN_ASKING) {
    if (stop?.()) return { ok: false, issue: { code: "cancelled" } };
    const block = Math.min(STEPS_BETWEEN_ASKING, steps - done);
    const forcing = tabulate(layout, made.value, done * h, h, block);
    for (let k = 0; k < block; k++) {
      if (stepper.step(x, forcing.table, k * forcing.stride) >= 0) return notConverged(layout, (done + k + 1) * h);
      const count = done + k + 1;
      if (count % every !== 0) continue;
      const at = count / every - 1;
      recorder.record(at);
      times[at] = count * h;
      inputs.set(forcing.inputs.subarray(k * nu, (k + 1) * nu), at * nu);
    }
  }
  return { ok: true, value: { waveforms: recorder.waveforms(times, inputs), end: x } };
}

export function notConverged(layout: Layout, time: number, slowest?: number): { ok: false; issue: CircuitIssue } {
  const first = layout.diodes[0];
  const node = first === undefined ? layout.nodes[0]! : layout.nodes[first.a >= 0 ? first.a : first.b]!;
  return { ok: false, issue: { code: "no_convergence", node, time, iterations: 60, ...(slowest === undefined ? {} : { slowest }) } };
}
