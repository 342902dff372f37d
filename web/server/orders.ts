import "server-only";
import { matchOf, orderList, type OrderLine, type OrderMind, type OrderNeed } from "@mirvek/core/choose";
import { formatEngineering } from "@mirvek/core/units";
import type { JobRecord, OrderView } from "../schemas/jobView";
import type { Db } from "./db";
import { loadJobView } from "./loadJob";
import { listSuppliers } from "./repositories/imports";
import { listMoves } from "./repositories/stock";
import { listOpenJobs } from "./repositories/jobs";
import { partsOf, pendingChoices, stockOf } from "./stock";

const placeOf = (job: JobRecord, designator: string): string => `${String(job.number).padStart(4, "0")} ${designator}`;

/** What must be ordered for these jobs: choices that are not fitted yet, merged by part, with spares, less what the shop has and awaits. */
export async function loadOrder(db: Db, jobs: readonly JobRecord[]): Promise<OrderLine[]> {
  const suppliers = new Map((await listSuppliers(db)).map((s) => [s.id, s.name]));
  const pending = await pendingChoices(
    db,
    jobs.map((j) => j.id),
  );
  const needs: OrderNeed[] = [];
  for (const job of jobs) {
    const own = pending.filter((c) => c.jobId === job.id);
    if (own.length === 0) continue;
    const view = await loadJobView(db, job);
    const chosen = new Map(own.map((c) => [view.positions.find((p) => p.id === c.positionId)?.designator ?? "", c]));
    for (const [designator, choice] of chosen) {
      const position = view.positions.find((p) => p.designator === designator);
      if (!position) continue;
      const use = placeOf(job, designator);
      const twinsWithout = position.twins.filter(
        (t) => partsOf(chosen.get(t) ?? { part: null, set: null })[0]?.code !== partsOf(choice)[0]?.code,
      );
      const twins = job.sidesSchool === "everyChannel" ? position.twins : [];
      const [part] = partsOf(choice);
      // said once, at the first of the two
      const match =
        part && twinsWithout.length === 0 && twins.every((t) => designator < t) ? matchOf(part, { role: position.role, twins }) : null;
      const minds: OrderMind[] = [
        ...(choice.overridden.length > 0 ? [{ code: "againstRule", use, rules: choice.overridden.map((r) => r.code) } as const] : []),
        ...(match ? [{ code: "matchPair", use: [use, ...twins].join(" and "), buy: match.buy } as const] : []),
        ...(choice.decision === "temporary" ? [{ code: "temporary", use } as const] : []),
        ...(job.sidesSchool === "everyChannel" && twinsWithout.some((t) => !view.positions.find((p) => p.designator === t)?.renewed)
          ? [{ code: "twinWithout", use, twins: twinsWithout } as const]
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
  }
  return orderList(needs, await stockOf(db));
}

/** The whole shop's order, with what open jobs still lack a part for. */
export async function loadOrderView(db: Db): Promise<OrderView> {
  const jobs = await listOpenJobs(db);
  const lacking: OrderView["lacking"] = [];
  for (const job of jobs) {
    const { positions, facts } = await loadJobView(db, job);
    const undecided = facts.positions.filter((p) => p.decision === "none");
    for (const p of positions) {
      const fact = undecided.find((f) => f.designator === p.designator);
      const bad = fact !== undefined && (fact.verdict === "failed" || fact.verdict === "open" || fact.verdict === "shorted");
      if (bad || facts.alsoChange.includes(p.designator))
        lacking.push({ job: job.number, designator: p.designator, nominal: p.nominal, rated: p.rated, bad });
    }
  }
  return { lines: await loadOrder(db, jobs), lacking, moves: await listMoves(db), jobs: jobs.length };
}
