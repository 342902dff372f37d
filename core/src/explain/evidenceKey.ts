import type { ShopConstants } from "../knowledge";
import { measuredState, type MeasuredPart } from "../verdict";
import type { Heard } from "./cannot";

/** Frequency at which the states of parts are noted: any would do, so long as it stays the same. */
const AT_HERTZ = 1000;

/**
 * What an explanation stands on, as text: the complaint and every part that was measured, with its verdict and its state to three
 * digits. An answer that was kept with another text has lost its ground.
 */
export function evidenceKey(
  constants: ShopConstants,
  { findings, faultyChannel = null }: Heard,
  positions: readonly MeasuredPart[],
): string {
  const parts = positions.flatMap((p) => {
    if (p.verdict === "unmeasured") return [];
    const { state } = measuredState(constants, p, AT_HERTZ);
    const figures = state.kind === "works" ? `${state.farads.toPrecision(3)}/${state.esr.toPrecision(3)}` : state.kind;
    return [`${p.part.designator}=${p.verdict} ${p.part.nominal.toPrecision(3)} ${figures}`];
  });
  return [[...findings].sort().join(" "), faultyChannel ?? "", ...parts.sort()].join(";");
}
