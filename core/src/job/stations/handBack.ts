import { closingHolds, isClosed } from "../facts";
import type { ClosingHold } from "../state";
import type { Station } from "./station";

/** What holds the closing and has no station of its own that asks for it. */
const NAMED: ReadonlySet<ClosingHold> = new Set<ClosingHold>([
  "unsafe",
  "leftIn",
  "notRefitted",
  "fuseUnexplained",
  "stillThere",
  "openFault",
]);

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
    if (job.trace && !job.trace.settled && (job.proven === null || job.stillThere)) return { code: "noCause" };
    const hold = closingHolds(job).find((h) => NAMED.has(h));
    return hold ? { code: "hold", hold } : { code: "handBack" };
  },
};
