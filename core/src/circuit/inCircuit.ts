import type { Result } from "../units";
import { impedance } from "./ac";
import type { CheckedNetlist } from "./checkNetlist";
import type { CircuitIssue } from "./issue";
import type { NodeName } from "./netlist";

/** What a meter across two nodes of an unpowered circuit shows. */
interface InCircuitReading {
  /** complex impedance in ohms */
  re: number;
  im: number;
  /** what an ESR meter shows: the size of the impedance at its frequency, as most hand-helds take it */
  esr: number;
  /** what a capacitance meter shows, in farads, from the reactance; null where the node looks inductive */
  farads: number | null;
}

/**
 * The impedance a meter sees between two nodes at `hertz` with everything in place and the power off: every neighbour in parallel
 * counts. Small test volts leave junctions off, so diodes are taken at their slope with nothing across them.
 */
export function inCircuitReading(
  netlist: CheckedNetlist,
  plus: NodeName,
  minus: NodeName,
  hertz: number,
): Result<InCircuitReading, CircuitIssue> {
  const z = impedance(netlist, plus, minus, Float64Array.of(hertz));
  if (!z.ok) return z;
  const [re, im] = [z.value.re[0]!, z.value.im[0]!];
  return { ok: true, value: { re, im, esr: Math.hypot(re, im), farads: im < 0 ? -1 / (2 * Math.PI * hertz * im) : null } };
}
