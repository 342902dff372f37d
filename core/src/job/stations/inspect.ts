import { internalAccessAllowed } from "../../safety";
import type { Station } from "./station";

export const inspect: Station<"inspect"> = {
  id: "inspect",
  path: "inspect",
  state: ({ looked }) => ({ kind: looked ? "done" : "untouched" }),
  /** A fuse that looks whole first; else a look round, before anything is measured. */
  act({ looked, unmeasuredFuse, safety, positions }) {
    if (unmeasuredFuse !== null) return { code: "measureFuse", part: unmeasuredFuse };
    const begun = positions.some((p) => p.verdict !== "unmeasured");
    return !looked && !begun && positions.length > 0 && internalAccessAllowed(safety) ? { code: "inspect" } : null;
  },
};
