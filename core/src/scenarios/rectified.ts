import { highest, steadyState, type CheckedNetlist, type CircuitIssue, type SteadyState } from "../circuit";
import type { Result } from "../units";
import { isCoarse, type SolveOptions } from "./scenario";

const STEPS_COARSE = 64;
const STEPS_FULL = 256;
const STEPS_MOST = 1024;
/** steps of conduction from which a ripple is within a per cent */
const STEPS_ENOUGH = 32;

/**
 * A settled circuit with rectifiers, in steps as fine as its diodes need: one that conducts for few steps is solved anew in finer
 * ones, so that its ripple is within one per cent (a test holds it against 4096 steps). States found in coarse steps begin the finer
 * search.
 */
export function settle(netlist: CheckedNetlist, options: SolveOptions): Result<SteadyState, CircuitIssue> {
  const { detail, warm, stop } = options;
  const steps = isCoarse(options) ? STEPS_COARSE : STEPS_FULL;
  let solved = steadyState(netlist, { steps, from: warm, stop });
  // a part taken out or a stage added since leaves a circuit of another size: where it was says nothing of where it settles
  if (!solved.ok && solved.issue.code === "bad_option" && solved.issue.option === "from") solved = steadyState(netlist, { steps, stop });
  if (detail === "draw") return solved;
  for (let finer = 4 * steps; solved.ok && finer <= STEPS_MOST && conducting(netlist, solved.value) < STEPS_ENOUGH; finer *= 4)
    solved = steadyState(netlist, { steps: finer, from: solved.value.states, stop });
  return solved;
}

/** Steps of the period in which the briefest of the diodes conducts. */
function conducting(netlist: CheckedNetlist, steady: SteadyState): number {
  const counts = netlist.elements.flatMap((e) => {
    if (e.kind !== "diode") return [];
    const amperes = steady.waveforms.amperes(e.id);
    const peak = highest(amperes);
    return peak > 0 ? [amperes.reduce((n, i) => (i > CONDUCTS * peak ? n + 1 : n), 0)] : [];
  });
  return Math.min(steady.waveforms.times.length, ...counts);
}
/** share of its peak from which a diode counts as conducting */
const CONDUCTS = 0.02;
