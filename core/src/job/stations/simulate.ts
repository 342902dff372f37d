import { needsDecision } from "../model/facts";
import type { Station } from "./station";

export const simulate: Station<"simulate"> = {
  id: "simulate",
  path: "simulate",
  state: ({ explained }) => (explained ? { kind: "done" } : { kind: "untouched" }),
  /** Once a cause is shown by what was measured or tried, no model has to say so too. */
  act({ explained, positions, diagnosis }) {
    const bad = positions.filter(needsDecision);
    return !diagnosis?.settled && explained === false && bad.length > 0
      ? { code: "simulate", positions: bad.map((p) => p.designator) }
      : null;
  },
};
