import { complexSolveInPlace } from "../numeric";
import type { Result } from "../units";
import type { CheckedNetlist } from "./checkNetlist";
import type { CircuitIssue } from "./issue";
import { layOut, nodeOfUnknown, type Layout } from "./layout";
import type { ElementId, NodeName } from "./netlist";
import { operatingPoint } from "./operatingPoint";

/** Complex values over a frequency grid: real and imaginary parts, one entry a frequency. */
export interface Response {
  hz: Float64Array;
  re: Float64Array;
  im: Float64Array;
}

/** What is driven with 1 at no phase, all other sources being silent, and what is read. */
export type Drive =
  | { kind: "source"; element: ElementId }
  /** 1 A into `plus` and out of `minus`: reading the volts between them gives the impedance */
  | { kind: "current"; plus: NodeName; minus: NodeName }
  /** the amplifier or transconductance with its own action taken away and 1 (volt or ampere) put in its place */
  | { kind: "insteadOf"; element: ElementId };
export type Sense = { kind: "between"; plus: NodeName; minus: NodeName } | { kind: "current"; element: ElementId };

/** `count` frequencies from `from` to `to` hertz, both included, evenly spaced on a log axis; `count` at least 2. */
export function logFrequencies(from: number, to: number, count: number): Float64Array {
  return Float64Array.from({ length: count }, (_, i) => from * (to / from) ** (i / (count - 1)));
}

/** Index of a log grid's frequency nearest to `target`, by ratio; the ends for anything beyond them. */
export function nearIndex(hz: Float64Array, target: number): number {
  const step = Math.log(hz.at(-1)! / hz[0]!) / (hz.length - 1);
  return Math.min(hz.length - 1, Math.max(0, Math.round(Math.log(target / hz[0]!) / step)));
}

/** Magnitudes in dB, 20·log10|x|; −Infinity never: nothing is taken as −400 dB. */
export const decibels = (r: Response): Float64Array => r.re.map((re, i) => 20 * Math.log10(Math.max(Math.hypot(re, r.im[i]!), 1e-20)));

/** Phase in degrees, unwrapped from the first frequency on. */
export function phaseDegrees(r: Response): Float64Array {
  const out = new Float64Array(r.hz.length);
  for (let i = 0; i < out.length; i++) {
    const raw = (Math.atan2(r.im[i]!, r.re[i]!) * 180) / Math.PI;
    out[i] = i === 0 ? raw : raw + 360 * Math.round((out[i - 1]! - raw) / 360);
  }
  return out;
}

/**
 * Small-signal response at each frequency of `hz` (above 0): modified nodal analysis with every ESR, ESL, leakage and winding
 * folded into its branch's admittance. Diodes are replaced by their slope at the DC operating point.
 */
export function acResponse(netlist: CheckedNetlist, drive: Drive, sense: Sense, hz: Float64Array): Result<Response, CircuitIssue> {
  const made = makeAcSweep(netlist, drive, sense);
  if (!made.ok) return made;
  const response: Response = { hz, re: new Float64Array(hz.length), im: new Float64Array(hz.length) };
  const singular = made.value(hz, response.re, response.im);
  return singular === null ? { ok: true, value: response } : { ok: false, issue: singular };
}

/** Impedance in ohms (complex) seen between two nodes with all sources silent: volts for 1 A. */
export const impedance = (netlist: CheckedNetlist, plus: NodeName, minus: NodeName, hz: Float64Array) =>
  acResponse(netlist, { kind: "current", plus, minus }, { kind: "between", plus, minus }, hz);

/** The sweep with everything fixed set up once: fills `re` and `im`, allocating nothing; returns an issue or null. */
export function makeAcSweep(
  netlist: CheckedNetlist,
  drive: Drive,
  sense: Sense,
): Result<(hz: Float64Array, re: Float64Array, im: Float64Array) => CircuitIssue | null, CircuitIssue> {
  const layout = layOut(netlist);
  const m = layout.size;
  const diodes = new Map<ElementId, number>();
  if (layout.diodes.length > 0) {
    const point = operatingPoint(netlist);
    if (!point.ok) return point;
    point.value.diodeSiemens.forEach((s, id) => diodes.set(id, s));
  }
  const silenced = drive.kind === "insteadOf" ? drive.element : null;
  const excitation = new Float64Array(m);
  const wrong = excite(layout, drive, excitation);
  if (wrong) return { ok: false, issue: wrong };
  const reader = makeReader(layout, sense);
  if (!reader.ok) return reader;

  const [fixed, fixedLag] = fixedMatrix(layout, diodes, silenced);
  const moving = layout.branches.filter((b) => b.farads !== null || b.henries > 0);
  const [M, N] = [new Float64Array(m * m), new Float64Array(m * m)];
  const [bRe, bIm] = [new Float64Array(m), new Float64Array(m)];
  const y = { re: 0, im: 0 };
  return {
    ok: true,
    value(hz, re, im) {
      for (let i = 0; i < hz.length; i++) {
        const omega = 2 * Math.PI * hz[i]!;
        M.set(fixed);
        for (let k = 0; k < m * m; k++) N[k] = fixedLag[k]! * omega;
        for (let k = 0; k < moving.length; k++) {
          const b = moving[k]!;
          branchAdmittance(b.ohms, b.henries, b.farads, b.leak, omega, y);
          addAdmittance(M, m, b.a, b.b, y.re);
          addAdmittance(N, m, b.a, b.b, y.im);
        }
        bRe.set(excitation);
        bIm.fill(0);
        const singular = complexSolveInPlace(M, N, m, bRe, bIm);
        if (singular >= 0) return { code: "singular", node: nodeOfUnknown(layout, singular) };
        reader.value(bRe, bIm, omega, y);
        re[i] = y.re;
        im[i] = y.im;
      }
      return null;
    },
  };
}

interface Complex {
  re: number;
  im: number;
}

/** Admittance of R + jωL + 1/(jωC + leak) into `out`, in siemens. */
function branchAdmittance(ohms: number, henries: number, farads: number | null, leak: number, omega: number, out: Complex): void {
  let re = ohms;
  let im = omega * henries;
  if (farads !== null) {
    const b = omega * farads;
    const size = leak * leak + b * b;
    re += leak / size;
    im -= b / size;
  }
  const size = re * re + im * im;
  out.re = re / size;
  out.im = -im / size;
}

function addAdmittance(M: Float64Array, m: number, a: number, b: number, g: number): void {
  if (a >= 0) M[a * m + a] = M[a * m + a]! + g;
  if (b >= 0) M[b * m + b] = M[b * m + b]! + g;
  if (a >= 0 && b >= 0) {
    M[a * m + b] = M[a * m + b]! - g;
    M[b * m + a] = M[b * m + a]! - g;
  }
}

/** What does not change with frequency, and (second) what grows with ω: the amplifiers' lags. */
function fixedMatrix(layout: Layout, diodes: ReadonlyMap<ElementId, number>, silenced: ElementId | null): [Float64Array, Float64Array] {
  const m = layout.size;
  const [M, L] = [new Float64Array(m * m), new Float64Array(m * m)];
  const add = (to: Float64Array, row: number, column: number, value: number) => {
    if (row >= 0 && column >= 0) to[row * m + column] = to[row * m + column]! + value;
  };
  for (const b of layout.branches) if (b.farads === null && b.henries === 0) addAdmittance(M, m, b.a, b.b, 1 / b.ohms);
  for (const d of layout.diodes) addAdmittance(M, m, d.a, d.b, diodes.get(d.element)!);
  for (const t of layout.transconductances) {
    const s = t.element === silenced ? 0 : t.siemens;
    add(M, t.from, t.inPlus, s);
    add(M, t.from, t.inMinus, -s);
    add(M, t.to, t.inPlus, -s);
    add(M, t.to, t.inMinus, s);
  }
  for (const s of [...layout.sources, ...layout.amplifiers]) {
    add(M, s.plus, s.row, 1);
    add(M, s.minus, s.row, -1);
    add(M, s.row, s.plus, 1);
    add(M, s.row, s.minus, -1);
    add(M, s.row, s.row, -s.ohms);
  }
  for (const s of layout.amplifiers) {
    if (s.element === silenced) continue;
    add(M, s.row, s.inPlus, -s.gain);
    add(M, s.row, s.inMinus, s.gain);
    add(L, s.row, s.plus, s.lag);
    add(L, s.row, s.minus, -s.lag);
    add(L, s.row, s.row, -s.ohms * s.lag);
  }
  return [M, L];
}

function excite(layout: Layout, drive: Drive, b: Float64Array): CircuitIssue | null {
  const inject = (from: number, to: number) => {
    if (from >= 0) b[from] = b[from]! - 1;
    if (to >= 0) b[to] = b[to]! + 1;
  };
  if (drive.kind === "current") {
    const [plus, minus] = [layout.nodeIndex.get(drive.plus), layout.nodeIndex.get(drive.minus)];
    if (plus === undefined || minus === undefined) return { code: "unknown_node", node: plus === undefined ? drive.plus : drive.minus };
    inject(minus, plus);
    return null;
  }
  const { element } = drive;
  if (!layout.elements.has(element)) return { code: "unknown_element", element };
  if (drive.kind === "source") {
    const source = layout.sources.find((s) => s.element === element && s.input >= 0);
    if (source) b[source.row] = 1;
    const current = layout.currentSources.find((s) => s.element === element);
    if (current) inject(current.from, current.to);
    return source || current ? null : { code: "wrong_kind", element, needed: "source" };
  }
  const amplifier = layout.amplifiers.find((s) => s.element === element);
  if (amplifier) b[amplifier.row] = 1;
  const conductance = layout.transconductances.find((t) => t.element === element);
  if (conductance) inject(conductance.from, conductance.to);
  return amplifier || conductance ? null : { code: "wrong_kind", element, needed: "amplifier" };
}

type Reader = (re: Float64Array, im: Float64Array, omega: number, out: Complex) => void;

function makeReader(layout: Layout, sense: Sense): Result<Reader, CircuitIssue> {
  const across = (a: number, b: number): Reader => {
    return (re, im, _omega, out) => {
      out.re = (a < 0 ? 0 : re[a]!) - (b < 0 ? 0 : re[b]!);
      out.im = (a < 0 ? 0 : im[a]!) - (b < 0 ? 0 : im[b]!);
    };
  };
  if (sense.kind === "between") {
    const [plus, minus] = [layout.nodeIndex.get(sense.plus), layout.nodeIndex.get(sense.minus)];
    if (plus === undefined || minus === undefined)
      return { ok: false, issue: { code: "unknown_node", node: plus === undefined ? sense.plus : sense.minus } };
    return { ok: true, value: across(plus, minus) };
  }
  const branch = layout.branches.find((b) => b.element === sense.element);
  if (branch) {
    const volts = across(branch.a, branch.b);
    const y = { re: 0, im: 0 };
    return {
      ok: true,
      value(re, im, omega, out) {
        volts(re, im, omega, out);
        branchAdmittance(branch.ohms, branch.henries, branch.farads, branch.leak, omega, y);
        const { re: vr, im: vi } = out;
        out.re = vr * y.re - vi * y.im;
        out.im = vr * y.im + vi * y.re;
      },
    };
  }
  const row = [...layout.sources, ...layout.amplifiers].find((s) => s.element === sense.element);
  if (!row) return { ok: false, issue: { code: "unknown_element", element: sense.element } };
  return {
    ok: true,
    value(re, im, _omega, out) {
      out.re = re[row.row]!;
      out.im = im[row.row]!;
    },
  };
}
