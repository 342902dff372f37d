import { isClosed } from "../model/facts";
import type { NextAct, Station, StationState } from "./station";

export const finalTest: Station<"finalTest"> = {
  id: "finalTest",
  path: "final-test",
  live: true,
  state({ after }): StationState {
    if (!after?.finalTest.begun) return { kind: "untouched" };
    const { left, failed, asked } = after.finalTest;
    if (failed.length > 0) return { kind: "held", by: "fails" };
    return left.length === 0 ? { kind: "done" } : { kind: "underWay", done: asked - left.length, of: asked };
  },
  act(job): NextAct | null {
    if (isClosed(job.state)) return null;
    // nothing is shown and the complaint is still there: there is nothing to prove yet
    if (job.diagnosis && !job.diagnosis.settled && job.stillThere) return null;
    if (job.proven === false) return { code: "finalTest" };
    if (!job.after?.finalTest.begun) return null;
    const { failed, left } = job.after.finalTest;
    const [item] = failed.length > 0 ? failed : left;
    return item === undefined ? null : { code: "testNext", item, failed: failed.length > 0 };
  },
};
