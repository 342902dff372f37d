import { eigenvalues } from "../numeric";
import type { Result } from "../units";
import type { CheckedNetlist } from "./checkNetlist";
import type { CircuitIssue } from "./issue";
import { layOut } from "./layout";
import { makeStepMap } from "./stepMap";

/** A way the circuit moves by itself: grows as e^(growth·t) while swinging at `hertz` (0: creeps without swinging). */
interface Mode {
  /** per second; negative dies away */
  growth: number;
  hertz: number;
}

/**
 * The natural modes of a linear circuit, fastest growing first: the poles of its closed loop. From the eigenvalues λ of one
 * implicit Euler step of length τ, exactly: s = (1 − 1/λ)/τ. Modes much faster than 1/τ lose digits; `slowest` sets τ, in
 * seconds (default 10 ms, right for oscillations from a fraction of a hertz to some kilohertz). Diodes are not allowed.
 */
export function naturalModes(netlist: CheckedNetlist, slowest = 0.01): Result<Mode[], CircuitIssue> {
  const layout = layOut(netlist);
  const diode = layout.diodes[0];
  if (diode) return { ok: false, issue: { code: "wrong_kind", element: diode.element, needed: "linear" } };
  const made = makeStepMap(layout, slowest);
  if (!made.ok) return made;
  const modes: Mode[] = [];
  for (const { re, im } of eigenvalues(made.value.A, layout.states)) {
    const size = re * re + im * im;
    // a state tied to others by ideal sources has no motion of its own: its eigenvalue is 0 but for rounding
    if (size < 1e-24) continue;
    if (im < 0) continue; // one of each pair
    modes.push({ growth: (1 - re / size) / slowest, hertz: im / size / slowest / (2 * Math.PI) });
  }
  return { ok: true, value: modes.sort((a, b) => b.growth - a.growth) };
}
