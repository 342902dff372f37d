import "server-only";
import { readRows } from "../rows";
import { ARRANGEMENTS, type Arrangement, type Refusal } from "@mirvek/core/choose";
import { z } from "zod";
import type { ChoiceView } from "../../schemas/jobView";
import { listParts } from "./parts";
import { sqlState, type Db } from "../db";
import { refuseStale } from "../refusal";

const choiceRow = z.object({
  id: z.number(),
  job_id: z.number(),
  position_id: z.number(),
  decision: z.enum(["replace", "temporary", "leave", "withdrawn"]),
  part_id: z.number().nullable(),
  reason: z.string().nullable(),
  arrangement: z.enum(ARRANGEMENTS).nullable(),
  overridden: z.array(z.object({ code: z.string() }).loose()),
  at: z.date().transform((d) => d.getTime()),
  after_line: z.number(),
});

/** The choice that counts for each position of these jobs, withdrawn ones included: the next one must follow them. */
export async function listChoices(db: Db, jobIds: readonly number[]): Promise<(ChoiceView & { jobId: number })[]> {
  const { rows } = await db.query("select distinct on (position_id) * from choice where job_id = any($1) order by position_id, id desc", [
    jobIds,
  ]);
  const choices = readRows("choice", rows, (row) => choiceRow.parse(row));
  const sets = await listSets(
    db,
    choices.flatMap((c) => (c.arrangement === null ? [] : [c.id])),
  );
  const ids = [...new Set(choices.flatMap((c) => [...(c.part_id === null ? [] : [c.part_id]), ...(sets.get(c.id) ?? [])]))];
  const parts = new Map((ids.length === 0 ? [] : await listParts(db, ids)).map((p) => [p.id, p]));
  return choices.map(({ job_id, position_id, part_id, overridden, after_line, arrangement, ...c }) => ({
    ...c,
    seq: after_line,
    jobId: job_id,
    positionId: position_id,
    part: part_id === null ? null : (parts.get(part_id) ?? null),
    set: arrangement === null ? null : { arrangement, parts: (sets.get(c.id) ?? []).flatMap((id) => parts.get(id) ?? []) },
    // the rules as the core named them when the choice was made
    overridden: overridden as unknown as Refusal[],
  }));
}

/** Parts of each choice that is a set, in their places. */
async function listSets(db: Db, choiceIds: readonly number[]): Promise<Map<number, number[]>> {
  const sets = new Map<number, number[]>();
  if (choiceIds.length === 0) return sets;
  const { rows } = await db.query("select choice_id, part_id from choice_part where choice_id = any($1) order by choice_id, place", [
    choiceIds,
  ]);
  for (const row of rows) {
    const { choice_id, part_id } = z.object({ choice_id: z.number(), part_id: z.number() }).parse(row);
    sets.set(choice_id, [...(sets.get(choice_id) ?? []), part_id]);
  }
  return sets;
}

interface NewChoice {
  jobId: number;
  positionId: number;
  follows: number | null;
  decision: ChoiceView["decision"];
  partId: number | null;
  set: { arrangement: Arrangement; partIds: readonly number[] } | null;
  reason: string | null;
  overridden: readonly object[];
  verdict: string;
  by: string;
}

/** @throws Refused as stale where it does not follow the last choice of its own part: another tab has decided since */
export async function insertChoice(db: Db, c: NewChoice): Promise<void> {
  const { rows } = await db.query("select id from choice where position_id = $1 order by id desc limit 1", [c.positionId]);
  if ((rows[0]?.id ?? null) !== c.follows) throw refuseStale();
  const inserted = await db
    .query(
      `insert into choice (job_id, position_id, follows, decision, part_id, arrangement, reason, overridden, verdict, by, after_line)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, coalesce((select max(id) from readout_line where job_id = $1), 0)) returning id`,
      [
        c.jobId,
        c.positionId,
        c.follows,
        c.decision,
        c.partId,
        c.set?.arrangement ?? null,
        c.reason,
        JSON.stringify(c.overridden),
        c.verdict,
        c.by,
      ],
    )
    .catch((error: unknown) => {
      throw sqlState(error) === "23505" ? refuseStale() : error;
    });
  for (const [place, partId] of (c.set?.partIds ?? []).entries())
    await db.query("insert into choice_part (choice_id, place, part_id) values ($1, $2, $3)", [inserted.rows[0]!.id, place, partId]);
}
