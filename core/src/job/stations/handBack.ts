import { closingHolds, isClosed } from "../facts";
import type { Station } from "./station";

export const handBack: Station<"handBack"> = {
  id: "handBack",
  path: "hand-back",
  state(job) {
    if (isClosed(job.state)) return { kind: "done" };
    // what is merely not done yet shows at its own station; a temporary part has none
    const hold = closingHolds(job).find((h) => h === "temporary");
    return hold ? { kind: "held", by: hold } : { kind: "untouched" };
  },
  act(job) {
    if (isClosed(job.state)) return { code: "closed" };
    const chosen = job.positions.filter((p) => p.decision === "replace");
    if (chosen.length > 0) return { code: "fit", position: chosen[0]!.designator, left: chosen.length };
    if (job.trace && !job.trace.settled && job.proven === null) return { code: "noCause" };
    return job.proven === false ? { code: "prove" } : { code: "handBack" };
  },
};
