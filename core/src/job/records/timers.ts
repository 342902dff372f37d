import { isOf } from "./observed";
import type { JobRecords } from "./records";

/** A clock that runs down from when its line was typed; it needs no page to be open. */
export interface Timer {
  name: string;
  line: string | null;
  seconds: number;
  /** ms since the epoch */
  ends: number;
}

/** Every clock on record, the one that ends first in front; of one name the last counts. */
export function timersOf({ observations }: Pick<JobRecords, "observations">): Timer[] {
  const last = new Map(
    observations.filter(isOf("timer")).map((o) => {
      const { name, seconds } = o.observation;
      return [name, { name, line: o.line, seconds, ends: o.takenAt + seconds * 1000 }];
    }),
  );
  return [...last.values()].sort((a, b) => a.ends - b.ends);
}
