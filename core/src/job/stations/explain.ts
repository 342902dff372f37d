import { needsDecision } from "../facts";
import type { Station } from "./station";

export const explain: Station<"explain"> = {
  id: "explain",
  path: "explain",
  state: ({ explained }) => (explained ? { kind: "done" } : { kind: "untouched" }),
  act({ explained, positions }) {
    const bad = positions.filter(needsDecision);
    return explained === false && bad.length > 0 ? { code: "explain", positions: bad.map((p) => p.designator) } : null;
  },
};
