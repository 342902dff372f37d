import { closingHolds, isClosed } from "../facts";
import type { Station } from "./station";

export const handBack: Station<"handBack"> = {
  id: "handBack",
  path: "hand-back",
  state(job) {
    if (isClosed(job.state)) return { kind: "done" };
    // what is merely not done yet shows at its own station; a temporary part has none
    const hold = closingHolds(job).find((h) => h === "temporary");
    return hold && !job.waived ? { kind: "held", by: hold } : { kind: "untouched" };
  },
  act: (job) => (isClosed(job.state) ? { code: "closed" } : { code: "handBack" }),
};
