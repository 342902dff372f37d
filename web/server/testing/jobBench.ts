import { randomUUID } from "node:crypto";
import { checkIn } from "../../schemas/job";
import type { ReadoutPost } from "../../schemas/records";
import { addPositions } from "../changePositions";
import { pool, transaction } from "../db";
import { saveLine } from "../saveLine";
import { loadJobView } from "../loadJob";
import { Refused } from "../refusal";
import { findJob, insertJob } from "../repositories/jobs";

const intake = checkIn.parse({
  title: "Test unit",
  unitKind: "mixer",
  supplyKind: "linear",
  mainsHz: null,
  mainsV: null,
  ageYears: 3,
  channels: 2,
  owner: "",
  complaint: "hums",
  earlierRepairs: "",
  findings: ["hum", "allChannels"],
  valuePolicy: "same",
  tantalumApproach: "sameKind",
  scopeApproach: "provenBad",
  sidesApproach: "everyChannel",
  firstPowerApproach: "suppliesFirst",
});
const LIST = "#Supply\nC1 2200u 35v reservoir\n#Left\nC11 100u 16v decoupler L\nC12 10u 50v coupling L p5";
/** A minute and a second a line: two volts readings in a row are two readings. */
const STEP_MS = 61_000;

/** Jobs in the database that are typed at, each line a minute after the one before. */
export function jobBench() {
  let number = 0;
  let clock = Date.now();
  const say = (line: string, over: Partial<ReadoutPost> = {}) =>
    transaction((db) =>
      saveLine(
        db,
        number,
        { line, clientKey: randomUUID(), current: null, meter: "blue", inCircuit: true, refersTo: null, ...over },
        new Date((clock += STEP_MS)),
      ),
    );
  const view = async () => loadJobView(pool(), (await findJob(pool(), number))!);
  return {
    intake,
    say,
    view,
    /** a job of its own with a reservoir, a decoupler and a coupling part */
    async open(list = LIST): Promise<number> {
      number = (await transaction((db) => insertJob(db, intake))).number;
      await transaction((db) => addPositions(db, number, { kind: "list", text: list }));
      return number;
    },
    position: async (designator: string) => (await view()).positions.find((p) => p.designator === designator)!,
    async makeSafe() {
      await say("C1 1.2v");
      await say("C1 0.4v");
    },
  };
}

/** The code of the issue a piece of work was refused for; "kept" where it was not. */
export const issueOf = (work: Promise<unknown>): Promise<string> =>
  work.then(
    () => "kept",
    (e: unknown) => (e instanceof Refused ? (e.issue.code === "readout" ? e.issue.issue.code : e.issue.code) : String(e)),
  );
