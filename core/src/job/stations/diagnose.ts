import type { JobFacts } from "../model/facts";
import { counterpartWaiting } from "./measure";
import type { NextAct, Station } from "./station";

export const diagnosis: Station<"diagnose"> = {
  id: "diagnose",
  path: "diagnose",
  state: ({ tried, asked }) =>
    asked > 0
      ? { kind: "underWay", done: Math.max(0, tried - asked), of: Math.max(tried, asked) }
      : { kind: tried > 0 ? "done" : "untouched" },
  act(job): NextAct | null {
    return job.asked > 0 ? { code: "answer", left: job.asked } : advised(job);
  },
};

/**
 * What the diagnosis asks for beside measuring a capacitor of the list; nothing once a part was chosen or fitted: it goes in and is proven
 * first.
 */
export function advised({ diagnosis: t, proven, positions, stillThere }: JobFacts): NextAct | null {
  if (t === null || (proven !== null && !stillThere) || positions.some((p) => p.decision === "replace")) return null;
  if (t.mend) return { code: "mend", ...t.mend };
  const { advice } = t;
  if (t.settled || advice === null || counterpartWaiting(positions)) return null;
  return advice.kind !== "measure" || advice.designators.length === 0 ? { code: "advise", advice } : null;
}
