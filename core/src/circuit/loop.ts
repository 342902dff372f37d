import type { Result } from "../units";
import { acResponse, decibels, phaseDegrees, type Response, type Sense } from "./ac";
import type { CheckedNetlist } from "./checkNetlist";
import type { CircuitIssue } from "./issue";
import type { ElementId } from "./netlist";

/**
 * Loop gain around one amplifier or transconductance: Bode's return ratio (Network Analysis and Feedback Amplifier Design, 1945,
 * from memory). Its own action is taken away, 1 put in its place, and what comes back to its input is multiplied by its gain;
 * the sign is that of negative feedback, so the closed loop rings where the result nears −1. Loading stays exactly as it is.
 */
export function loopGain(netlist: CheckedNetlist, element: ElementId, hz: Float64Array): Result<Response, CircuitIssue> {
  const e = netlist.elements.find((x) => x.id === element);
  if (e === undefined) return { ok: false, issue: { code: "unknown_element", element } };
  if (e.kind !== "amplifier" && e.kind !== "transconductance")
    return { ok: false, issue: { code: "wrong_kind", element, needed: "amplifier" } };
  const sense: Sense = { kind: "between", plus: e.inPlus, minus: e.inMinus };
  const back = acResponse(netlist, { kind: "insteadOf", element }, sense, hz);
  if (!back.ok) return back;
  const { re, im } = back.value;
  for (let i = 0; i < hz.length; i++) {
    // gain / (1 + j·f/pole), negated
    const lag = e.kind === "amplifier" && e.pole !== undefined ? hz[i]! / e.pole : 0;
    const gain = e.kind === "amplifier" ? e.gain : e.siemens;
    const scale = -gain / (1 + lag * lag);
    const [r, j] = [re[i]!, im[i]!];
    re[i] = scale * (r + j * lag);
    im[i] = scale * (j - r * lag);
  }
  return { ok: true, value: back.value };
}

export interface Margins {
  /** dB the gain may rise until it oscillates, smallest over all phase crossings; Infinity without one */
  gainMargin: number;
  phaseCrossing: number | null;
  /** degrees left at unity gain, smallest over all crossings; Infinity where the gain never reaches 1 */
  phaseMargin: number;
  gainCrossing: number | null;
  /** smallest distance of the loop gain from −1 over the grid: 1 far from trouble, 0 on the brink */
  nearest: number;
  nearestHz: number;
}

/**
 * Margins of a loop gain over its grid, crossings interpolated on log frequency. A phase crossing counts where the gain is real
 * and negative; a negative gain margin means it is already past −1 there.
 */
export function margins(loop: Response): Margins {
  const { hz } = loop;
  const gain = decibels(loop);
  const phase = phaseDegrees(loop);
  const out: Margins = {
    gainMargin: Infinity,
    phaseCrossing: null,
    phaseMargin: Infinity,
    gainCrossing: null,
    nearest: Infinity,
    nearestHz: hz[0]!,
  };
  for (let i = 0; i < hz.length; i++) {
    const distance = Math.hypot(1 + loop.re[i]!, loop.im[i]!);
    if (distance < out.nearest) [out.nearest, out.nearestHz] = [distance, hz[i]!];
    if (i === 0) continue;
    const between = (share: number) => hz[i - 1]! * (hz[i]! / hz[i - 1]!) ** share;
    const [turn0, turn1] = [(phase[i - 1]! - 180) / 360, (phase[i]! - 180) / 360];
    if (Math.floor(turn0) !== Math.floor(turn1)) {
      const edge = Math.max(Math.floor(turn0), Math.floor(turn1));
      const share = (edge - turn0) / (turn1 - turn0);
      const left = -(gain[i - 1]! + share * (gain[i]! - gain[i - 1]!));
      if (left < out.gainMargin) [out.gainMargin, out.phaseCrossing] = [left, between(share)];
    }
    if (gain[i - 1]! > 0 !== gain[i]! > 0) {
      const share = -gain[i - 1]! / (gain[i]! - gain[i - 1]!);
      const at = phase[i - 1]! + share * (phase[i]! - phase[i - 1]!);
      const from180 = Math.abs(((((at - 180) % 360) + 540) % 360) - 180);
      if (from180 < out.phaseMargin) [out.phaseMargin, out.gainCrossing] = [from180, between(share)];
    }
  }
  return out;
}
