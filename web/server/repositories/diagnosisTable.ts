import "server-only";
import { UNIT_KINDS } from "@mirvek/core/device";
import { HYPOTHESIS_IDS, type HypothesisId, type TableChange } from "@mirvek/core/knowledge";
import type { LearnedCause } from "@mirvek/core/diagnosis";
import { z } from "zod";
import type { TableEdit } from "../../schemas/jobView";
import type { Db } from "../db";
import { readRows } from "../rows";

// How a shop's diagnosis differs from everyone's. Rows are never changed: the latest of a figure counts, and every one before it stays.

const changeRow = z.object({
  id: z.number(),
  cell: z.string(),
  value: z.number().nullable(),
  note: z.string(),
  at: z.date().transform((d) => d.getTime()),
  by: z.string(),
});

/** Every change of the table, oldest first: the number of the last one is its version. */
export async function listTableChanges(db: Db): Promise<TableEdit[]> {
  const { rows } = await db.query("select * from table_change order by id");
  return readRows("table_change", rows, (row) => changeRow.parse(row)).map((change, i) => ({ ...change, version: i + 1 }));
}

export async function insertTableChange(db: Db, { cell, value, note }: TableChange & { note: string }, by: string): Promise<void> {
  await db.query("insert into table_change (cell, value, note, by) values ($1, $2, $3, $4)", [cell, value, note, by]);
}

const learnedRow = z.object({ fault: z.enum(HYPOTHESIS_IDS), unit_kind: z.enum(UNIT_KINDS), times: z.number() });

/** Causes shown in jobs that are closed now, since the shop last began to count, by kind of unit. */
export async function listLearned(db: Db): Promise<LearnedCause[]> {
  const { rows } = await db.query(
    `select c.fault, c.unit_kind, count(distinct c.job_id)::int as times from shown_cause c
       join job j on j.id = c.job_id and j.state in ('closed', 'locatedNotRepaired')
       where c.at > coalesce((select max(e.at) from job_event e where e.job_id = j.id and e.kind = 'reopened'),
         '-infinity') and c.at > coalesce((select max(at) from learning_begun), '-infinity')
         and c.fault = any($1) group by 1, 2 order by 1, 2`,
    [HYPOTHESIS_IDS],
  );
  return readRows("shown_cause", rows, (row) => {
    const { fault, unit_kind, times } = learnedRow.parse(row);
    return { fault, unitKind: unit_kind, times };
  });
}

/** What was shown to be the cause as a job was closed. */
export async function insertShownCauses(db: Db, jobId: number, faults: readonly HypothesisId[]): Promise<void> {
  if (faults.length === 0) return;
  await db.query(
    "insert into shown_cause (job_id, fault, unit_kind) select $1, fault, unit_kind from unnest($2::text[]) fault, job where job.id = $1",
    [jobId, faults],
  );
}

/** Counts anew from now on; what was counted stays on record. */
export async function beginLearning(db: Db, by: string): Promise<void> {
  await db.query("insert into learning_begun (by) values ($1)", [by]);
}
