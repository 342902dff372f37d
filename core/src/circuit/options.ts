import type { CircuitIssue } from "./issue";

/** The first option that is out of its bounds, as an issue; null where all are fine. */
export function optionIssue(options: readonly [option: string, value: number, fine: boolean][]): CircuitIssue | null {
  const wrong = options.find(([, value, fine]) => !fine || !Number.isFinite(value));
  return wrong ? { code: "bad_option", option: wrong[0], value: wrong[1] } : null;
}

export const isCount = (value: number, least: number, most: number): boolean => Number.isInteger(value) && value >= least && value <= most;

/** States to start from: as many as the circuit has, each a number. */
export function fromIssue(from: Float64Array | undefined, states: number): CircuitIssue | null {
  if (from === undefined) return null;
  if (from.length !== states) return { code: "bad_option", option: "from", value: from.length };
  const odd = from.find((x) => !Number.isFinite(x));
  return odd === undefined ? null : { code: "bad_option", option: "from", value: odd };
}
