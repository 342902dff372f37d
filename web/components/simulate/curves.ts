import type { Curve } from "@mirvek/core/scenarios";
import type { Outcomes } from "./useCircuit";

/** The curves of one kind that there are, by key and place. */
export const curveKinds = (outcomes: Outcomes): Curve[] => {
  const first = outcomes.measured ?? outcomes.healthy;
  return first ? [...first.curves] : [];
};
