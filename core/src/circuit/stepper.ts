import { makePortSolver, type PortSolver } from "./ports";
import type { Layout } from "./layout";
import { PORT_SIEMENS, type StepMap } from "./stepMap";

/** 1 − 1/√2: the share of a step that each of the two stages spans. */
export const STAGE_SHARE = 1 - Math.SQRT1_2;
const CARRY = (1 - STAGE_SHARE) / STAGE_SHARE;

/**
 * Steps a circuit in time by the two-stage, second-order, L-stable diagonally implicit Runge–Kutta method of R. Alexander (SIAM J.
 * Numer. Anal. 14, 1977, from memory): two implicit Euler steps of (1 − 1/√2)·h through one and the same matrix. Unlike the
 * trapezoidal rule it does not ring when a diode switches, and needs no currents at the start. Allocates nothing per step.
 */
export interface Stepper {
  ports: PortSolver;
  /** start state of the last stage done, for reading branch currents */
  stageStart: Float64Array;
  /**
   * Advances `x` in place by one step, the sources' share of states and port volts given for both stages (`force` holds
   * [B·u | Q·u] of stage 1, then of stage 2). Returns −1, or the stage (0 or 1) that did not converge.
   */
  step(x: Float64Array, force: Float64Array, offset: number): number;
  /** Carries the derivative matrix dx/dx₀ (states × states) along the step just made. Only for a stepper made with derivatives. */
  carry(S: Float64Array): void;
}

// A derivative is kept while no diode's slope has moved by more than this share: shooting corrects what is left at its next turn.
const SLOPE_SHARE = 1e-3;
const SLOPE_FLOOR = 1e-8;

export function makeStepper(layout: Layout, map: StepMap, derivatives: boolean): Stepper {
  const ns = layout.states;
  const np = layout.diodes.length;
  const ports = makePortSolver(layout.diodes.map((d) => d.law));
  const stageStart = new Float64Array(ns);
  const first = new Float64Array(ns);
  const open = new Float64Array(np);
  const [column, dv] = [new Float64Array(np), new Float64Array(np)];
  const slopes = new Float64Array(2 * np);
  const G = new Float64Array(2 * ns * ns); // derivative of each stage
  const [S1, S2] = [new Float64Array(ns * ns), new Float64Array(ns * ns)];
  const K = new Float64Array(np * ns);

  const stage = (from: Float64Array, force: Float64Array, offset: number, to: Float64Array): boolean => {
    const { A, D, P, Z } = map;
    if (np > 0) {
      for (let p = 0; p < np; p++) {
        let s = force[offset + ns + p]!;
        for (let j = 0; j < ns; j++) s += P[p * ns + j]! * from[j]!;
        open[p] = s;
      }
      if (ports.solve(Z, open) < 0) return false;
    }
    const { w } = ports;
    for (let i = 0; i < ns; i++) {
      let s = force[offset + i]!;
      for (let j = 0; j < ns; j++) s += A[i * ns + j]! * from[j]!;
      for (let p = 0; p < np; p++) s += D[i * np + p]! * w[p]!;
      to[i] = s;
    }
    return true;
  };
  // derivative of one stage: A + D·diag(slope)·(1 − Z·diag(slope))⁻¹·P
  const derivative = (at: number) => {
    const { A, D, P, Z } = map;
    for (let j = 0; j < ns; j++) {
      for (let p = 0; p < np; p++) column[p] = P[p * ns + j]!;
      if (np > 0) ports.sensitivity(Z, column, dv);
      for (let p = 0; p < np; p++) K[p * ns + j] = ports.slope[p]! * dv[p]!;
    }
    const base = at * ns * ns;
    for (let i = 0; i < ns; i++)
      for (let j = 0; j < ns; j++) {
        let s = A[i * ns + j]!;
        for (let p = 0; p < np; p++) s += D[i * np + p]! * K[p * ns + j]!;
        G[base + i * ns + j] = s;
      }
    slopes.set(ports.slope, at * np);
  };
  // blocking diodes keep their slope: most of a period one derivative serves
  const sameSlopes = (at: number): boolean => {
    for (let p = 0; p < np; p++) {
      const [was, is] = [slopes[at * np + p]!, ports.slope[p]!];
      if (Math.abs(was - is) > SLOPE_FLOOR + SLOPE_SHARE * (is + PORT_SIEMENS)) return false;
    }
    return true;
  };
  const have = [false, false];
  const keepDerivative = (at: number) => {
    if (!derivatives || (have[at] && sameSlopes(at))) return;
    derivative(at);
    have[at] = true;
  };
  const product = (base: number, X: Float64Array, out: Float64Array) => {
    for (let i = 0; i < ns; i++)
      for (let j = 0; j < ns; j++) {
        let s = 0;
        for (let k = 0; k < ns; k++) s += G[base + i * ns + k]! * X[k * ns + j]!;
        out[i * ns + j] = s;
      }
  };
  return {
    ports,
    stageStart,
    step(x, force, offset) {
      stageStart.set(x);
      if (!stage(x, force, offset, first)) return 0;
      keepDerivative(0);
      for (let i = 0; i < ns; i++) stageStart[i] = x[i]! + CARRY * (first[i]! - x[i]!);
      if (!stage(stageStart, force, offset + ns + np, x)) return 1;
      keepDerivative(1);
      return -1;
    },
    carry(S) {
      product(0, S, S1);
      for (let i = 0; i < ns * ns; i++) S1[i] = S[i]! + CARRY * (S1[i]! - S[i]!);
      product(ns * ns, S1, S2);
      S.set(S2);
    },
  };
}
