import "server-only";
import type { ShopConstants } from "@mirvek/core/knowledge";
import { matchOf, orderList, type OrderLine, type OrderMind, type OrderNeed } from "@mirvek/core/choose";
import type { PositionRecord } from "@mirvek/core/job";
import { formatEngineering } from "@mirvek/core/units";
import type { JobRecord, OrderView } from "../schemas/jobView";
import { together, type Db } from "./db";
import { lackingNow } from "./lacking";
import { listSuppliers } from "./repositories/imports";
import { getShop } from "./repositories/shop";
import { listMoves } from "./repositories/stock";
import { listWantingJobs } from "./repositories/jobs";
import { listWithCounterparts } from "./repositories/positions";
import { listFittings } from "./repositories/records";
import { partsOf, pendingChoices, stockOf, type PendingChoice } from "./stock";

const placeOf = (job: JobRecord, designator: string): string => `${String(job.number).padStart(4, "0")} ${designator}`;

/** What must be ordered for these jobs: choices that are not fitted yet, merged by part, with spares, less what the shop has and awaits. */
export async function loadOrder(db: Db, jobs: readonly JobRecord[]): Promise<OrderLine[]> {
  const pending = byJob(
    await pendingChoices(
      db,
      jobs.map((j) => j.id),
    ),
  );
  const wanting = jobs.filter((j) => pending.has(j.id));
  const ids = wanting.map((j) => j.id);
  const chosen = [...pending.values()].flatMap((choices) => choices.map((c) => c.positionId));
  const [{ constants }, suppliers, positions, fittings, stock] = await together(db, [
    () => getShop(db),
    () => listSuppliers(db),
    () => listWithCounterparts(db, chosen),
    () => listFittings(db, ids),
    () => stockOf(db),
  ]);
  const nameOf = new Map(suppliers.map((s) => [s.id, s.name]));
  const places = byJob(positions);
  const renewed = new Set(fittings.map((f) => f.positionId));
  return orderList(
    wanting.flatMap((job) => needsOf(constants, job, places.get(job.id) ?? [], pending.get(job.id)!, renewed, nameOf)),
    stock,
  );
}

function byJob<T extends { jobId: number }>(rows: readonly T[]): ReadonlyMap<number, T[]> {
  const groups = new Map<number, T[]>();
  for (const row of rows) groups.set(row.jobId, [...(groups.get(row.jobId) ?? []), row]);
  return groups;
}

/** What one job wants, part by part, with what is to be said of it. */
function needsOf(
  constants: ShopConstants,
  job: JobRecord,
  positions: readonly PositionRecord[],
  pending: readonly PendingChoice[],
  renewed: ReadonlySet<number>,
  suppliers: ReadonlyMap<number, string>,
): OrderNeed[] {
  const byId = new Map(positions.map((p) => [p.id, p]));
  const chosen = new Map(pending.flatMap((c) => (byId.has(c.positionId) ? [[byId.get(c.positionId)!.designator, c] as const] : [])));
  const othersOf = (p: PositionRecord) =>
    p.counterpartGroup === null
      ? []
      : positions.filter((q) => q !== p && q.counterpartGroup === p.counterpartGroup).map((q) => q.designator);
  const needs: OrderNeed[] = [];
  for (const [designator, choice] of chosen) {
    const position = byId.get(choice.positionId)!;
    const others = othersOf(position);
    const use = placeOf(job, designator);
    const counterpartsWithout = others.filter(
      (t) => partsOf(chosen.get(t) ?? { part: null, set: null })[0]?.code !== partsOf(choice)[0]?.code,
    );
    const counterparts = job.sidesApproach === "everyChannel" ? others : [];
    const [part] = partsOf(choice);
    // said once, at the first of the two
    const match =
      part && counterpartsWithout.length === 0 && counterparts.every((t) => designator < t)
        ? matchOf(constants, part, { role: position.role, counterparts })
        : null;
    const minds: OrderMind[] = [
      ...(choice.overridden.length > 0 ? [{ code: "againstRule", use, rules: choice.overridden.map((r) => r.code) } as const] : []),
      ...(match ? [{ code: "matchPair", use: [use, ...counterparts].join(" and "), buy: match.buy } as const] : []),
      ...(choice.decision === "temporary" ? [{ code: "temporary", use } as const] : []),
      ...(job.sidesApproach === "everyChannel" &&
      counterpartsWithout.some((t) => !positions.some((p) => p.designator === t && renewed.has(p.id)))
        ? [{ code: "counterpartWithout", use, counterparts: counterpartsWithout } as const]
        : []),
    ];
    for (const [i, part] of partsOf(choice).entries())
      needs.push({
        partId: part.id,
        code: part.code,
        series: part.series,
        description: `${formatEngineering(part.nominal, "F")} ${part.rated} V, ${part.diameter} × ${part.height} mm`,
        supplier: suppliers.get(part.supplier ?? 0) ?? "",
        priceCents: part.priceCents,
        stock: part.stock,
        withdrawn: part.withdrawn ?? false,
        use,
        minds: i === 0 ? minds : [],
      });
  }
  return needs;
}

/**
 * The whole shop's order at once, with what open jobs still lack a part for as far as they have been looked through: that needs every open
 * job judged, which goes on beside the requests.
 */
export async function loadOrderView(db: Db): Promise<OrderView> {
  const [lines, moves, { lacking, jobs, left }] = await together(db, [
    async () => loadOrder(db, await listWantingJobs(db)),
    () => listMoves(db),
    () => lackingNow(db),
  ]);
  return { lines, lacking, left, moves, jobs };
}
