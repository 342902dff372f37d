import type { Contribution, Explanation } from "@mirvek/core/explain";
import type { KeptAnswer } from "../../schemas/circuit";

/** The part of an explanation that is kept. */
export function toKeep(e: Explanation, stoodOn: string): KeptAnswer {
  const contributions = e.contributions.map(({ designator: d, share, verdict }: Contribution) => ({ designator: d, share, verdict }));
  return { answer: e.answer, excess: e.excess, complaint: e.complaint, contributions, elsewhere: e.elsewhere, stoodOn };
}
