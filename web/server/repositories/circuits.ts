import "server-only";
import { SCENARIO_IDS } from "@mirvek/core/scenarios";
import { z } from "zod";
import { keptAnswer, type CircuitPost, type CircuitView } from "../../schemas/circuit";
import type { Db } from "../db";
import { readRows } from "../rows";

const circuitRow = z.object({
  job_id: z.number(),
  scenario: z.enum(SCENARIO_IDS),
  settings: z.record(z.string(), z.union([z.number(), z.string()])),
  binding: z.record(z.string(), z.string().nullable()),
  complaint: z.number().nullable(),
  answer: keptAnswer.nullable(),
  at: z.date().transform((d) => d.getTime()),
});

/** The latest set-up of each scenario of these jobs, with the latest answer kept for it. */
export async function listCircuits(db: Db, jobIds: readonly number[]): Promise<(CircuitView & { jobId: number })[]> {
  const { rows } = await db.query(
    `select distinct on (n.job_id, n.scenario) n.job_id, n.scenario, n.settings, n.binding, n.complaint, n.at,
       (select k.answer from circuit_note k
        where k.job_id = n.job_id and k.scenario = n.scenario and k.answer is not null order by k.id desc limit 1) as answer
     from circuit_note n where n.job_id = any($1) order by n.job_id, n.scenario, n.id desc`,
    [jobIds],
  );
  return readRows("circuit_note", rows, (row) => {
    const { job_id, ...circuit } = circuitRow.parse(row);
    return { ...circuit, jobId: job_id };
  });
}

export async function insertCircuit(db: Db, jobId: number, c: CircuitPost, by: string): Promise<void> {
  await db.query(
    `insert into circuit_note (job_id, scenario, settings, binding, complaint, answer, by) values ($1, $2, $3, $4, $5, $6, $7)`,
    [jobId, c.scenario, c.settings, c.binding, c.complaint, c.answer, by],
  );
}
