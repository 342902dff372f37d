import { eigenvalues, luFactorInPlace, luSolve } from "../numeric";
import type { Result } from "../units";
import { dcIssue, type CheckedNetlist } from "./checkNetlist";
import { tabulate } from "./forcing";
import type { CircuitIssue } from "./issue";
import { layOut, type Layout } from "./layout";
import { naturalModes } from "./modes";
import { fromIssue, isCount, optionIssue } from "./options";
import { makeStepMap } from "./stepMap";
import { makeStepper, STAGE_SHARE } from "./stepper";
import { givenStates, notConverged } from "./transient";
import { delayOf, repeatsAt } from "./wave";
import { makeRecorder, type Waveforms } from "./waveforms";

export interface SteadyStateOptions {
  /** steps a period, a power of two where harmonics are wanted; default 256 */
  steps?: number;
  /** where to begin the search: the states of a like circuit solved before make it quick */
  from?: Float64Array;
  /** seconds, for circuits whose sources are all DC but that are to be run over a period all the same */
  period?: number;
  /** also solve with half the step and say how far apart the two are */
  estimate?: boolean;
  /** asked within every period too */
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
  /**
   * how far volts of a node differ from those with half the step at worst, as a share of the largest volts of that node: an estimate
   * of the error of the finer of the two is a third of it; null where it was not asked for
   */
  error: number | null;
}

const MAX_PERIODS = 60;
// The period closes when no state moves by more than this share of the largest of its kind
const CLOSED = 1e-6;
// … and no state is further from where it settles than this share, by its Newton step; closer than rounding tells is close enough
const HOME = 1e-5;
const CLOSED_FOR_GOOD = 1e-13;
const [MIN_STEPS, MAX_STEPS] = [8, 65_536];
const STEPS_BETWEEN_ASKING = 16;
// Carrying the derivative along costs states³ a step. What takes longer than this a period, in multiplications, is refused: a second.
const MAX_WORK = 1e9;
// A motion that grows by less than this a period is told from one that stays by nobody, rounding included
const GROWS = 1 + 1e-6;

/**
 * The state a mains-driven circuit settles into, found without simulating the settling: Newton's method on "state after one
 * period minus state before" (shooting; Aprille & Trick, Proc. IEEE 60, 1972, from memory), the derivative carried along with the
 * integration. Where a Newton step makes it worse, plain periods are run instead. All sources must share one period.
 */
export function steadyState(netlist: CheckedNetlist, options: SteadyStateOptions = {}): Result<SteadyState, CircuitIssue> {
  const layout = layOut(netlist);
  const { steps = 256, period: asked = 1, from } = options;
  const issue =
    optionIssue([
      ["steps", steps, isCount(steps, MIN_STEPS, MAX_STEPS)],
      ["period", asked, asked > 0],
    ]) ??
    fromIssue(from, layout.states) ??
    dcIssue(netlist) ??
    workIssue(layout, steps);
  if (issue) return { ok: false, issue };
  const period = options.period === undefined ? commonPeriod(layout) : { ok: true as const, value: options.period };
  if (!period.ok) return period;
  const linear = growing(netlist, layout);
  if (linear) return { ok: false, issue: linear };
  const solved = shoot(layout, period.value, options);
  if (!solved.ok || !options.estimate) return solved;
  const finer = shoot(layout, period.value, { ...options, steps: 2 * steps, from: solved.value.states });
  return finer.ok ? { ok: true, value: { ...solved.value, error: apartOf(layout, solved.value, finer.value) } } : finer;
}

function workIssue(layout: Layout, steps: number): CircuitIssue | null {
  const limit = Math.floor(Math.cbrt(MAX_WORK / (4 * steps)));
  return layout.states > limit ? { code: "too_large", what: "states", count: layout.states, limit } : null;
}

/** A linear circuit that would swing by itself has no settled state; its modes say so before anything is integrated. */
function growing(netlist: CheckedNetlist, layout: Layout): CircuitIssue | null {
  const active = netlist.elements.some((e) => e.kind === "amplifier" || e.kind === "transconductance");
  if (layout.diodes.length > 0 || !active) return null;
  const modes = naturalModes(netlist);
  const [fastest] = modes.ok ? modes.value : [];
  return fastest && fastest.growth > GROWING_PER_SECOND ? { code: "unstable", growth: fastest.growth, hertz: fastest.hertz } : null;
}
const GROWING_PER_SECOND = 1e-6;

/** Largest difference of any node's volts at the same moments, as a share of that node's largest. */
function apartOf(layout: Layout, coarse: SteadyState, fine: SteadyState): number {
  let worst = 0;
  for (const node of layout.nodes) {
    const [a, b] = [coarse.waveforms.volts(node), fine.waveforms.volts(node)];
    const largest = b.reduce((most, v) => Math.max(most, Math.abs(v)), 1e-6);
    for (let k = 0; k < a.length; k++) worst = Math.max(worst, Math.abs(a[k]! - b[2 * k + 1]!) / largest);
  }
  return worst;
}

/** Shortest time in which all sources repeat. Sources must run at whole multiples of the slowest. */
function commonPeriod(layout: Layout): Result<number, CircuitIssue> {
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
  // a source that begins late has long begun when all is settled
  const begun = Math.ceil(Math.max(...layout.inputs.map((i) => delayOf(i.wave)), 0) / period - 1e-9) * period;
  const forcing = tabulate(layout, map, begun, h, steps);
  const x = new Float64Array(ns);
  const S = new Float64Array(ns * ns);
  const recorder = makeRecorder(layout, map, stepper, steps);
  let failedAt = 0;
  let called = false;
  const run = (from: Float64Array): boolean => {
    x.set(from);
    for (let i = 0; i < ns * ns; i++) S[i] = i % (ns + 1) === 0 ? 1 : 0;
    for (let k = 0; k < steps; k++) {
      if (k % STEPS_BETWEEN_ASKING === 0 && stop?.()) {
        called = true;
        return false;
      }
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
    if (periods > MAX_PERIODS) return unsettled(layout, period, S);
    if (!run(start)) {
      if (called) return { ok: false, issue: { code: "cancelled" } };
      if (periods === 0 && options.from) {
        start.set(givenStates(layout)); // a bad starting point is no reason to give up
        stepper.ports.reset();
        continue;
      }
      return notConverged(layout, failedAt);
    }
    const apart = measureGap(start, x, scale, gap);
    for (let i = 0; i < ns * ns; i++) J[i] = (i % (ns + 1) === 0 ? 1 : 0) - S[i]!;
    const solvable = luFactorInPlace(J, ns, order) < 0;
    if (solvable) luSolve(J, ns, order, gap, delta);
    // a slow motion hardly moves within a period and may be far from home all the same: how far, its Newton step says
    if (apart < CLOSED && (!solvable || apart < CLOSED_FOR_GOOD || sizeOf(delta, x, scale) < HOME)) break;
    if (plain > 0 || apart > 3 * before) {
      plain = plain > 0 ? plain - 1 : 2;
      before = Infinity;
      start.set(x);
      continue;
    }
    before = apart;
    if (!solvable) {
      start.set(x);
      continue;
    }
    for (let i = 0; i < ns; i++) start[i] = start[i]! + delta[i]!;
  }
  const fastest = fastestGrowing(S, ns, period);
  if (fastest) return { ok: false, issue: fastest };
  const times = Float64Array.from({ length: steps }, (_, k) => (k + 1) * h);
  return {
    ok: true,
    value: { period, waveforms: recorder.waveforms(times, forcing.inputs), states: start, periods: periods + 1, error: null },
  };
}

/**
 * What a small disturbance does from one period to the next: the multipliers of the orbit are the eigenvalues of the derivative carried
 * along it (Floquet). One beyond 1 grows: the orbit is a balance nothing would keep.
 */
function fastestGrowing(S: Float64Array, states: number, period: number): CircuitIssue | null {
  const [largest] = multipliers(S, states);
  if (!largest || largest.size <= GROWS) return null;
  return {
    code: "unstable",
    growth: Math.log(largest.size) / period,
    hertz: Math.abs(Math.atan2(largest.im, largest.re)) / (2 * Math.PI * period),
  };
}

/** The search gave up: how slow the slowest motion is that still dies away, so that one knows what to wait for. */
function unsettled(layout: Layout, period: number, S: Float64Array) {
  const slowest = multipliers(S, layout.states).find((m) => m.size < 1 && m.size > 0);
  return notConverged(layout, period, slowest && -period / Math.log(slowest.size));
}

function multipliers(S: Float64Array, states: number) {
  if (states === 0 || S.some((x) => !Number.isFinite(x))) return [];
  return eigenvalues(S, states)
    .map((m) => ({ ...m, size: Math.hypot(m.re, m.im) }))
    .sort((a, b) => b.size - a.size);
}

/** Which states are volts and which amperes: each is judged against the largest of its own kind. */
function stateScales(layout: Layout): Int8Array {
  const kind = new Int8Array(layout.states);
  for (const b of layout.branches) if (b.currentState >= 0) kind[b.currentState] = 1;
  return kind;
}

/** Largest of these differences, as a share of the largest state of its kind. */
function sizeOf(difference: Float64Array, at: Float64Array, kind: Int8Array): number {
  const largest = largestOf(at, kind);
  return difference.reduce((worst, d, i) => Math.max(worst, Math.abs(d) / largest[kind[i]!]!), 0);
}

function largestOf(at: Float64Array, kind: Int8Array): [volts: number, amperes: number] {
  const largest: [number, number] = [1e-3, 1e-6]; // below which nothing at a bench is told apart
  for (let i = 0; i < at.length; i++) largest[kind[i]!] = Math.max(largest[kind[i]!]!, Math.abs(at[i]!));
  return largest;
}

function measureGap(from: Float64Array, to: Float64Array, kind: Int8Array, gap: Float64Array): number {
  const largest = largestOf(to, kind);
  let worst = 0;
  for (let i = 0; i < from.length; i++) {
    gap[i] = to[i]! - from[i]!;
    const share = Math.abs(gap[i]!) / largest[kind[i]!]!;
    if (!(share <= worst)) worst = share;
  }
  return worst;
}
