import { closingBlockers, isClosed } from "../model/facts";
import type { ClosingBlocker } from "../records/state";
import type { Station } from "./station";

/** What holds the closing and is asked for at a station of its own. */
const ASKED_ELSEWHERE: ReadonlySet<ClosingBlocker> = new Set<ClosingBlocker>([
  "energised",
  "temporary",
  "undecided",
  "notFitted",
  "hazard",
  "noCause",
]);

export const returnUnit: Station<"return"> = {
  id: "return",
  path: "return",
  state(job) {
    if (isClosed(job.state)) return { kind: "done" };
    // what is merely not done yet shows at its own station; a temporary part has none
    const hold = closingBlockers(job).find((h) => h === "temporary");
    return hold ? { kind: "held", by: hold } : { kind: "untouched" };
  },
  act(job) {
    if (isClosed(job.state)) return { code: "closed" };
    if (job.diagnosis && !job.diagnosis.settled && (job.proven === null || job.stillThere)) return { code: "noCause" };
    const hold = closingBlockers(job).find((h) => !ASKED_ELSEWHERE.has(h));
    return hold ? { code: "hold", hold } : { code: "return" };
  },
};
