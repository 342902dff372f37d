import "server-only";
import type { OrderStock } from "@mirvek/core/choose";
import type { Db } from "./db";
import { listChoices } from "./repositories/choices";
import { listWantingJobs } from "./repositories/jobs";
import { listFittings } from "./repositories/records";
import { listHeld } from "./repositories/stock";

/** A choice that is still to be fitted, and what it takes out of the drawer. */
export type PendingChoice = Awaited<ReturnType<typeof listChoices>>[number];

/** Choices of these jobs whose part is not in yet: chosen is not fitted. */
export async function pendingChoices(db: Db, jobIds: readonly number[]): Promise<PendingChoice[]> {
  if (jobIds.length === 0) return [];
  const [choices, fittings] = [await listChoices(db, jobIds), await listFittings(db, jobIds)];
  const last = new Map<number, number>();
  for (const f of fittings) last.set(f.positionId, Math.max(f.seq, last.get(f.positionId) ?? 0));
  return choices.filter((c) => (c.decision === "replace" || c.decision === "temporary") && (last.get(c.positionId) ?? -1) <= c.seq);
}

export const partsOf = (c: Pick<PendingChoice, "part" | "set">) => c.set?.parts ?? (c.part ? [c.part] : []);

/** What of each part lies in the drawer and is not reserved for a job. */
export async function freeInDrawer(db: Db): Promise<Map<number, number>> {
  const held = await listHeld(db);
  if (held.size === 0) return new Map();
  const jobs = await listWantingJobs(db);
  const free = new Map([...held].map(([id, h]) => [id, h.here]));
  for (const choice of await pendingChoices(
    db,
    jobs.map((j) => j.id),
  ))
    for (const p of partsOf(choice)) if (free.has(p.id)) free.set(p.id, Math.max(0, free.get(p.id)! - 1));
  return new Map([...free].filter(([, n]) => n > 0));
}

export async function stockOf(db: Db): Promise<ReadonlyMap<number, OrderStock>> {
  return listHeld(db);
}
