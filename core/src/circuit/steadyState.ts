import { luFactorInPlace, luSolve } from "../numeric";
import type { Result } from "../units";
import { dcIssue, type CheckedNetlist } from "./checkNetlist";
import { tabulate } from "./forcing";
import type { CircuitIssue } from "./issue";
import { layOut, type Layout } from "./layout";
import { makeStepMap } from "./stepMap";
import { makeStepper, STAGE_SHARE } from "./stepper";
import { givenStates, notConverged } from "./transient";
import { repeatsAt } from "./wave";
import { makeRecorder, type Waveforms } from "./waveforms";

export interface SteadyStateOptions {
  /** steps a period, a power of two where harmonics are wanted; default 256 */
  steps?: number;
  /** where to begin the search: the states of a like circuit solved before make it quick */
  from?: Float64Array;
  /** seconds, for circuits whose sources are all DC but that are to be run over a period all the same */
  period?: number;
  stop?: () => boolean;
}

export interface SteadyState {
  /** seconds */
  period: number;
  waveforms: Waveforms;
  /** states at the start of the period: hand them back as `from` */
  states: Float64Array;
  /** periods integrated until it closed */
  periods: number;
}

const MAX_PERIODS = 60;
// The period closes when no state moves by more than this share of the largest of its kind
const CLOSED = 1e-6;

/**
 * The state a mains-driven circuit settles into, found without simulating the settling: Newton's method on "state after one
 * period minus state before" (shooting; Aprille & Trick, Proc. IEEE 60, 1972, from memory), the derivative carried along with the
 * integration. Where a Newton step makes it worse, plain periods are run instead. All sources must share one period.
 */
export function steadyState(netlist: CheckedNetlist, options: SteadyStateOptions = {}): Result<SteadyState, CircuitIssue> {
  const issue = dcIssue(netlist);
  if (issue) return { ok: false, issue };
  const layout = layOut(netlist);
  const period = options.period === undefined ? commonPeriod(layout) : { ok: true as const, value: options.period };
  if (!period.ok) return period;
  return shoot(layout, period.value, options);
}

/** Shortest time in which all sources repeat. Sources must run at whole multiples of the slowest. */
export function commonPeriod(layout: Layout): Result<number, CircuitIssue> {
  const rates = layout.inputs.map((i) => ({ element: i.element, hertz: repeatsAt(i.wave) })).filter((r) => r.hertz !== null);
  if (rates.length === 0) return { ok: true, value: 0.02 };
  const slowest = Math.min(...rates.map((r) => r.hertz!));
  const odd = rates.filter((r) => Math.abs(r.hertz! / slowest - Math.round(r.hertz! / slowest)) > 1e-9);
  if (odd.length > 0) return { ok: false, issue: { code: "no_common_period", elements: odd.map((r) => r.element) } };
  return { ok: true, value: 1 / slowest };
}

function shoot(layout: Layout, period: number, options: SteadyStateOptions): Result<SteadyState, CircuitIssue> {
  const { steps = 256, stop } = options;
  const ns = layout.states;
  const h = period / steps;
  const made = makeStepMap(layout, STAGE_SHARE * h);
  if (!made.ok) return made;
  const map = made.value;
  const stepper = makeStepper(layout, map, true);
  const forcing = tabulate(layout, map, 0, h, steps);
  const x = new Float64Array(ns);
  const S = new Float64Array(ns * ns);
  const recorder = makeRecorder(layout, map, stepper, steps);
  let failedAt = 0;
  const run = (from: Float64Array): boolean => {
    x.set(from);
    for (let i = 0; i < ns * ns; i++) S[i] = i % (ns + 1) === 0 ? 1 : 0;
    for (let k = 0; k < steps; k++) {
      if (stepper.step(x, forcing.table, k * forcing.stride) >= 0) {
        failedAt = (k + 1) * h;
        return false;
      }
      recorder.record(k);
      stepper.carry(S);
    }
    return true;
  };
  const scale = stateScales(layout);
  const start = options.from && options.from.length === ns ? options.from.slice() : givenStates(layout);
  const [gap, delta] = [new Float64Array(ns), new Float64Array(ns)];
  const J = new Float64Array(ns * ns);
  const order = new Int32Array(ns);
  let before = Infinity;
  let plain = 0; // periods to run without a Newton step
  let periods = 0;
  for (; ; periods++) {
    if (stop?.()) return { ok: false, issue: { code: "cancelled" } };
    if (periods > MAX_PERIODS) return notConverged(layout, period);
    if (!run(start)) {
      if (periods === 0 && options.from) {
        start.set(givenStates(layout)); // a bad starting point is no reason to give up
        stepper.ports.reset();
        continue;
      }
      return notConverged(layout, failedAt);
    }
    const apart = measureGap(start, x, scale, gap);
    if (apart < CLOSED) break;
    if (plain > 0 || apart > 3 * before) {
      plain = plain > 0 ? plain - 1 : 2;
      before = Infinity;
      start.set(x);
      continue;
    }
    before = apart;
    for (let i = 0; i < ns * ns; i++) J[i] = (i % (ns + 1) === 0 ? 1 : 0) - S[i]!;
    if (luFactorInPlace(J, ns, order) >= 0) {
      start.set(x);
      continue;
    }
    luSolve(J, ns, order, gap, delta);
    for (let i = 0; i < ns; i++) start[i] = start[i]! + delta[i]!;
  }
  const times = Float64Array.from({ length: steps }, (_, k) => (k + 1) * h);
  return { ok: true, value: { period, waveforms: recorder.waveforms(times, forcing.inputs), states: start, periods: periods + 1 } };
}

/** Which states are volts and which amperes: each is judged against the largest of its own kind. */
function stateScales(layout: Layout): Int8Array {
  const kind = new Int8Array(layout.states);
  for (const b of layout.branches) if (b.currentState >= 0) kind[b.currentState] = 1;
  return kind;
}

function measureGap(from: Float64Array, to: Float64Array, kind: Int8Array, gap: Float64Array): number {
  const largest = [1e-3, 1e-6]; // volts and amperes below which nothing at a bench is told apart
  let worst = 0;
  for (let i = 0; i < from.length; i++) largest[kind[i]!] = Math.max(largest[kind[i]!]!, Math.abs(to[i]!));
  for (let i = 0; i < from.length; i++) {
    gap[i] = to[i]! - from[i]!;
    const share = Math.abs(gap[i]!) / largest[kind[i]!]!;
    if (!(share <= worst)) worst = share;
  }
  return worst;
}
