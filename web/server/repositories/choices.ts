import "server-only";
import { z } from "zod";
import { sqlState, type Db } from "../db";
import { refuseStale } from "../refusal";

const choiceRow = z
  .object({
    id: z.number(),
    job_id: z.number(),
    position_id: z.number(),
    decision: z.enum(["replace", "temporary", "leave", "withdrawn"]),
    part_id: z.number().nullable(),
    reason: z.string().nullable(),
    overridden: z.array(z.object({ code: z.string() }).loose()),
    verdict: z.string(),
    at: z.date().transform((d) => d.getTime()),
    by: z.string(),
  })
  .transform(({ job_id, position_id, part_id, ...c }) => ({ ...c, jobId: job_id, positionId: position_id, partId: part_id }));
export type StoredChoice = z.infer<typeof choiceRow>;

/** The choice that counts for each position of these jobs, withdrawn ones included: the next one must follow them. */
export async function listChoices(db: Db, jobIds: readonly number[]): Promise<StoredChoice[]> {
  const { rows } = await db.query("select distinct on (position_id) * from choice where job_id = any($1) order by position_id, id desc", [
    jobIds,
  ]);
  return rows.map((row) => choiceRow.parse(row));
}

export interface NewChoice {
  jobId: number;
  positionId: number;
  follows: number | null;
  decision: StoredChoice["decision"];
  partId: number | null;
  reason: string | null;
  overridden: readonly object[];
  verdict: string;
  by: string;
}

/** @throws Refused as stale when another tab has decided since */
export async function insertChoice(db: Db, c: NewChoice): Promise<void> {
  await db
    .query(
      `insert into choice (job_id, position_id, follows, decision, part_id, reason, overridden, verdict, by)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
      [c.jobId, c.positionId, c.follows, c.decision, c.partId, c.reason, JSON.stringify(c.overridden), c.verdict, c.by],
    )
    .catch((error: unknown) => {
      throw sqlState(error) === "23505" ? refuseStale() : error;
    });
}
