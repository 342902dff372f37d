import type { Effect } from "../../entry";
import { isOf } from "./observed";
import type { JobRecords, StoredObservation } from "./records";

// A job is about a unit or about a stand-in to practise on, from its first reading to its last: the two never mix.

/** Whether the stand-in was being read at the place of a line. */
export function simulatedAt(observations: readonly StoredObservation[]): (seq: number) => boolean {
  const said = observations.filter(isOf("simulated"));
  return (seq) => said.findLast((o) => o.seq <= seq)?.observation.on ?? false;
}

/** Whether everything on record was read on a stand-in: it was said before anything was read, and never taken back. */
export function isPractice({ events, observations }: Pick<JobRecords, "events" | "observations">): boolean {
  const said = observations.filter(isOf("simulated"));
  const [first] = said;
  return (
    first !== undefined &&
    said.every((o) => o.observation.on) &&
    events.every((e) => (e.line === null ? e.at >= first.takenAt : e.seq >= first.seq))
  );
}

/** Whether anything of a unit, or of a stand-in, is on record: readings, volts, charge, power, parts put in, things done or seen. */
const anythingRead = ({
  readings,
  points,
  events,
  fittings,
  observations,
}: Pick<JobRecords, "readings" | "points" | "events" | "fittings" | "observations">): boolean =>
  Object.values(readings).some((list) => list.length > 0) ||
  points.length > 0 ||
  events.length > 0 ||
  fittings.length > 0 ||
  observations.some((o) => READS.has(o.observation.kind));
const READS: ReadonlySet<StoredObservation["observation"]["kind"]> = new Set([
  "figure",
  "state",
  "tried",
  "coldStart",
  "coldStarts",
  "idle",
  "valveIdle",
  "proof",
  "lamp",
  "mains",
  "checked",
] as const);

/** Why a line would mix a unit with a stand-in; null where it does not. */
export type PracticeIssue = "unitOnRecord" | "standInOnRecord";
type Records = Pick<JobRecords, "readings" | "points" | "events" | "fittings" | "observations">;

/** Whether a line would begin or end reading a stand-in on a job that has readings already. Null where it does neither. */
export function practiceIssue(records: Records, effects: readonly Effect[]): PracticeIssue | null {
  const said = effects.find((c) => c.about === "observed" && c.observation.kind === "simulated");
  if (said === undefined || said.about !== "observed" || said.observation.kind !== "simulated" || !anythingRead(records)) return null;
  const now = records.observations.filter(isOf("simulated")).at(-1)?.observation.on ?? false;
  if (said.observation.on === now) return null;
  return now ? "standInOnRecord" : "unitOnRecord";
}

/**
 * The same for striking out a line: the one that began the practice stays as long as anything was read on the stand-in. Null where it may
 * be struck out.
 */
export function practiceIssueOfUndo(records: Records, key: string): PracticeIssue | null {
  const mine = records.observations.find((o) => o.line === key && o.observation.kind === "simulated");
  return mine !== undefined && anythingRead(records) ? "standInOnRecord" : null;
}
