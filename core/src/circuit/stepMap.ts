import { luFactorInPlace, luSolve } from "../numeric";
import type { Result } from "../units";
import type { CircuitIssue } from "./issue";
import { nodeOfUnknown, type Layout, type SeriesBranch } from "./layout";

/**
 * Conductance each diode keeps in the linear matrix, in siemens. The port equations take it out again exactly (the nonlinear
 * current is I(v) − g·v), so it never shows in a result; without it a winding behind four diodes would hang free.
 */
export const PORT_SIEMENS = 1e-5;

/**
 * One implicit Euler step of length τ of the linear network, solved once for every state, input and diode, so that a step in time
 * costs a few small matrix products: with start state x*, inputs u and nonlinear diode currents w (all at the end of the step)
 *   x = A·x* + B·u + D·w,   diode volts = P·x* + Q·u + Z·w,   unknowns = Yx·x* + Yu·u + Yw·w.
 * All row-major. The form is known from audio circuit modelling as the discrete K-method (Yeh, Abel & Smith, 2010, from memory).
 */
export interface StepMap {
  tau: number;
  A: Float64Array;
  B: Float64Array;
  D: Float64Array;
  P: Float64Array;
  Q: Float64Array;
  Z: Float64Array;
  Yx: Float64Array;
  Yu: Float64Array;
  Yw: Float64Array;
}

/** What a series branch becomes over a step of τ: i = g·(v + history), with the dielectric's part of the step in rc and keep. */
export function companion(branch: SeriesBranch, tau: number): { g: number; perAmpere: number; rc: number; keep: number } {
  const perAmpere = Number.isFinite(tau) ? branch.henries / tau : 0;
  if (branch.farads === null) return { g: 1 / Math.max(branch.ohms + perAmpere, MIN_OHMS), perAmpere, rc: 0, keep: 0 };
  const storing = Number.isFinite(tau) ? branch.farads / tau : 0;
  const through = storing + branch.leak;
  if (through === 0) return { g: 0, perAmpere, rc: 0, keep: 0 };
  const rc = 1 / through;
  return { g: 1 / (branch.ohms + perAmpere + rc), perAmpere, rc, keep: storing * rc };
}

// An ideal coil at DC is a plain joint; a millionth of an ohm stands for it, a thousandth of any wire.
const MIN_OHMS = 1e-6;

/** Builds the step map. τ = Infinity gives the DC equations: capacitors only leak, coils only have their winding. */
export function makeStepMap(layout: Layout, tau: number): Result<StepMap, CircuitIssue> {
  const { size: m, states: ns, diodes } = layout;
  const nu = layout.inputs.length;
  const np = diodes.length;
  const matrix = linearMatrix(layout, tau);
  const order = new Int32Array(m);
  const singular = luFactorInPlace(matrix, m, order);
  if (singular >= 0) return { ok: false, issue: { code: "singular", node: nodeOfUnknown(layout, singular) } };

  const Rx = stateColumns(layout, tau);
  const Ru = inputColumns(layout);
  const Rw = new Float64Array(m * np);
  diodes.forEach((d, p) => {
    if (d.a >= 0) Rw[d.a * np + p] = -1;
    if (d.b >= 0) Rw[d.b * np + p] = 1;
  });
  const solveColumns = (R: Float64Array, k: number): Float64Array => {
    const out = new Float64Array(m * k);
    const [b, x] = [new Float64Array(m), new Float64Array(m)];
    for (let c = 0; c < k; c++) {
      for (let i = 0; i < m; i++) b[i] = R[i * k + c]!;
      luSolve(matrix, m, order, b, x);
      for (let i = 0; i < m; i++) out[i * k + c] = x[i]!;
    }
    return out;
  };
  const [Yx, Yu, Yw] = [solveColumns(Rx, ns), solveColumns(Ru, nu), solveColumns(Rw, np)];
  const A = stateRows(layout, tau, Yx, ns);
  addOwnState(layout, tau, A);
  const across = (Y: Float64Array, k: number) => differences(diodes, Y, k);
  const map = {
    tau,
    A,
    B: stateRows(layout, tau, Yu, nu),
    D: stateRows(layout, tau, Yw, np),
    P: across(Yx, ns),
    Q: across(Yu, nu),
    Z: across(Yw, np),
    Yx,
    Yu,
    Yw,
  };
  return { ok: true, value: map };
}

function linearMatrix(layout: Layout, tau: number): Float64Array {
  const m = layout.size;
  const M = new Float64Array(m * m);
  const add = (row: number, column: number, value: number) => {
    if (row >= 0 && column >= 0) M[row * m + column] = M[row * m + column]! + value;
  };
  const conductance = (a: number, b: number, g: number) => {
    add(a, a, g);
    add(b, b, g);
    add(a, b, -g);
    add(b, a, -g);
  };
  for (const branch of layout.branches) conductance(branch.a, branch.b, companion(branch, tau).g);
  for (const d of layout.diodes) conductance(d.a, d.b, PORT_SIEMENS);
  for (const t of layout.transconductances) {
    add(t.from, t.inPlus, t.siemens);
    add(t.from, t.inMinus, -t.siemens);
    add(t.to, t.inPlus, -t.siemens);
    add(t.to, t.inMinus, t.siemens);
  }
  for (const s of layout.sources) {
    add(s.plus, s.row, 1);
    add(s.minus, s.row, -1);
    add(s.row, s.plus, 1);
    add(s.row, s.minus, -1);
    add(s.row, s.row, -s.ohms);
  }
  for (const s of layout.amplifiers) {
    const slow = 1 + lagOver(s.lag, tau);
    add(s.plus, s.row, 1);
    add(s.minus, s.row, -1);
    add(s.row, s.plus, slow);
    add(s.row, s.minus, -slow);
    add(s.row, s.row, -s.ohms * slow);
    add(s.row, s.inPlus, -s.gain);
    add(s.row, s.inMinus, s.gain);
  }
  return M;
}

const lagOver = (lag: number, tau: number) => (Number.isFinite(tau) ? lag / tau : 0);

/** Right-hand sides, one column a state. */
function stateColumns(layout: Layout, tau: number): Float64Array {
  const ns = layout.states;
  const R = new Float64Array(layout.size * ns);
  const inject = (a: number, b: number, state: number, value: number) => {
    if (a >= 0) R[a * ns + state] = R[a * ns + state]! - value;
    if (b >= 0) R[b * ns + state] = R[b * ns + state]! + value;
  };
  for (const branch of layout.branches) {
    const { g, perAmpere, keep } = companion(branch, tau);
    if (branch.chargeState >= 0) inject(branch.a, branch.b, branch.chargeState, -g * keep);
    if (branch.currentState >= 0) inject(branch.a, branch.b, branch.currentState, g * perAmpere);
  }
  for (const s of layout.amplifiers) if (s.state >= 0) R[s.row * ns + s.state] = lagOver(s.lag, tau);
  return R;
}

function inputColumns(layout: Layout): Float64Array {
  const nu = layout.inputs.length;
  const R = new Float64Array(layout.size * nu);
  for (const s of layout.sources) if (s.input >= 0) R[s.row * nu + s.input] = 1;
  for (const s of layout.currentSources) {
    if (s.from >= 0) R[s.from * nu + s.input] = R[s.from * nu + s.input]! - 1;
    if (s.to >= 0) R[s.to * nu + s.input] = R[s.to * nu + s.input]! + 1;
  }
  return R;
}

/** New states as rows of the unknowns given in `Y` (size × k), own history left out. */
function stateRows(layout: Layout, tau: number, Y: Float64Array, k: number): Float64Array {
  const out = new Float64Array(layout.states * k);
  const at = (node: number, c: number) => (node < 0 ? 0 : Y[node * k + c]!);
  for (let c = 0; c < k; c++) {
    for (const branch of layout.branches) {
      const { g, rc } = companion(branch, tau);
      const amperes = g * (at(branch.a, c) - at(branch.b, c));
      if (branch.chargeState >= 0) out[branch.chargeState * k + c] = rc * amperes;
      if (branch.currentState >= 0) out[branch.currentState * k + c] = amperes;
    }
    for (const s of layout.amplifiers) if (s.state >= 0) out[s.state * k + c] = at(s.plus, c) - at(s.minus, c) - s.ohms * at(s.row, c);
  }
  return out;
}

function addOwnState(layout: Layout, tau: number, A: Float64Array): void {
  const ns = layout.states;
  const add = (row: number, column: number, value: number) => {
    if (row >= 0 && column >= 0) A[row * ns + column] = A[row * ns + column]! + value;
  };
  for (const branch of layout.branches) {
    const { g, perAmpere, rc, keep } = companion(branch, tau);
    const { chargeState: charge, currentState: current } = branch;
    add(charge, charge, keep - rc * g * keep);
    add(charge, current, rc * g * perAmpere);
    add(current, current, g * perAmpere);
    add(current, charge, -g * keep);
  }
}

function differences(ports: readonly { a: number; b: number }[], Y: Float64Array, k: number): Float64Array {
  const out = new Float64Array(ports.length * k);
  ports.forEach(({ a, b }, p) => {
    for (let c = 0; c < k; c++) out[p * k + c] = (a < 0 ? 0 : Y[a * k + c]!) - (b < 0 ? 0 : Y[b * k + c]!);
  });
  return out;
}
