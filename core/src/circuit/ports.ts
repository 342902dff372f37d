import { luFactorInPlace, luSolve } from "../numeric";
import { diodeCurrent, type DiodeLaw } from "./diodeLaw";
import { PORT_SIEMENS } from "./stepMap";

export interface PortSolver {
  /** diode volts, amperes beyond the linear share, and slopes of that share, after the last solve */
  v: Float64Array;
  w: Float64Array;
  slope: Float64Array;
  /** solves v = open + Z·w(v), starting from the `v` left by the last call; iterations used, or −1 */
  solve(Z: Float64Array, open: Float64Array): number;
  /** forgets where the last solution was */
  reset(): void;
  /** dv = (1 − Z·diag(slope))⁻¹ · open, at the point of the last solve */
  sensitivity(Z: Float64Array, open: Float64Array, dv: Float64Array): void;
}

const MAX_ITERATIONS = 60;
// Newton's error squares: after a step of 0.1 mV a junction of slope volts ≥ 26 mV is off by under 0.2 µV, 0.001 % of its current
const VOLTS_SETTLED = 1e-4;
const SHARE_SETTLED = 1e-7;
// Volts by which the network's port volts may differ from those the diodes' currents were taken at
const RESIDUAL_SETTLED = 5e-5;
// An error this small against the volts at hand is the rounding of sums over conductances ten decades apart
const ROUNDING = 1e-11;
// The factored matrix serves again while no slope has moved by more than this: the next step is then off by that share of itself
const SLOPE_SHARE = 1e-3;
// well under the slope of a blocking diode, by which alone a winding behind four of them finds its level
const SLOPE_FLOOR = 1e-15;

/**
 * Newton's method on the diodes' port volts alone: the linear network is already reduced to Z. Damped by halving when the error
 * grows. Everything it needs is allocated here, once.
 */
export function makePortSolver(laws: readonly DiodeLaw[]): PortSolver {
  const n = laws.length;
  const [v, w, slope] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  const [residual, step, trial] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  const jacobian = new Float64Array(n * n);
  const order = new Int32Array(n);
  const factoredSlope = new Float64Array(n);
  let factoredFor: Float64Array | null = null;

  const currents = (at: Float64Array) => {
    for (let p = 0; p < n; p++) {
      w[p] = diodeCurrent(laws[p]!, at[p]!, slope, p) - PORT_SIEMENS * at[p]!;
      slope[p] = slope[p]! - PORT_SIEMENS;
    }
  };
  // the currents of the last trial are those of `v`, which it became
  let currentsKnown = false;
  const errorAt = (at: Float64Array, Z: Float64Array, open: Float64Array): number => {
    if (at === trial || !currentsKnown) currents(at);
    let worst = 0;
    for (let p = 0; p < n; p++) {
      let r = at[p]! - open[p]!;
      for (let q = 0; q < n; q++) r -= Z[p * n + q]! * w[q]!;
      residual[p] = r;
      const size = Math.abs(r);
      if (!(size <= worst)) worst = size; // lets NaN through to the caller
    }
    return worst;
  };
  const largest = (values: Float64Array): number => {
    let out = 0;
    for (let p = 0; p < n; p++) out = Math.max(out, Math.abs(values[p]!));
    return out;
  };
  const stillFactored = (Z: Float64Array): boolean => {
    if (factoredFor !== Z) return false;
    for (let p = 0; p < n; p++) {
      const is = slope[p]!;
      if (Math.abs(is - factoredSlope[p]!) > SLOPE_FLOOR + SLOPE_SHARE * (is + PORT_SIEMENS)) return false;
    }
    return true;
  };
  const factor = (Z: Float64Array): boolean => {
    if (stillFactored(Z)) return true;
    factoredFor = null;
    for (let p = 0; p < n; p++) factoredSlope[p] = slope[p]!;
    for (let p = 0; p < n; p++) for (let q = 0; q < n; q++) jacobian[p * n + q] = (p === q ? 1 : 0) - Z[p * n + q]! * slope[q]!;
    if (luFactorInPlace(jacobian, n, order) >= 0) return false;
    factoredFor = Z;
    return true;
  };
  return {
    v,
    w,
    slope,
    solve(Z, open) {
      if (n === 0) return 0;
      let error = errorAt(v, Z, open);
      currentsKnown = false;
      for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
        if (!Number.isFinite(error) || !factor(Z)) return -1;
        luSolve(jacobian, n, order, residual, step);
        let share = 1;
        let next = 0;
        for (let halvings = 0; halvings < 12; halvings++, share /= 2) {
          for (let p = 0; p < n; p++) trial[p] = v[p]! - share * step[p]!;
          next = errorAt(trial, Z, open);
          if (next < ROUNDING * (1 + largest(open))) break;
          // a full step may grow the error at first: far forward the slope changes by decades
          if (next <= error || (next < 4 * error && iteration % 8 !== 0)) break;
        }
        let settled = true;
        for (let p = 0; p < n; p++) {
          if (Math.abs(trial[p]! - v[p]!) > VOLTS_SETTLED + SHARE_SETTLED * Math.abs(trial[p]!)) settled = false;
          v[p] = trial[p]!;
        }
        error = next;
        if (next < ROUNDING * (1 + largest(open))) {
          currentsKnown = true;
          return iteration;
        }
        if (settled && share === 1 && next < RESIDUAL_SETTLED + SHARE_SETTLED * largest(open)) {
          currentsKnown = true;
          return iteration;
        }
      }
      return -1;
    },
    reset() {
      v.fill(0);
      currentsKnown = false;
    },
    sensitivity(Z, open, dv) {
      factor(Z);
      luSolve(jacobian, n, order, open, dv);
    },
  };
}
