import "server-only";
import { orderList, type OrderLine, type OrderNeed } from "@mirvek/core/choose";
import { formatEngineering } from "@mirvek/core/units";
import type { PositionRecord } from "@mirvek/core/job";
import type { JobRecord } from "../schemas/jobView";
import type { Db } from "./db";
import { listChoices } from "./repositories/choices";
import { listPositions } from "./repositories/positions";

/** What must be ordered for these jobs: accepted choices merged by part, with spares. */
export async function loadOrder(db: Db, jobs: readonly JobRecord[]): Promise<OrderLine[]> {
  const ids = jobs.map((j) => j.id);
  const choices = await listChoices(db, ids);
  const positions = new Map<number, PositionRecord>((await listPositions(db, ids)).map((p) => [p.id, p]));
  const numbers = new Map(jobs.map((j) => [j.id, j.number]));
  const needs = choices.flatMap((c): OrderNeed[] => {
    const { part } = c;
    const position = positions.get(c.positionId);
    if (!part || !position) return [];
    return [
      {
        partId: part.id,
        code: part.code,
        series: part.series,
        description: `${formatEngineering(part.nominal, "F")} ${part.rated} V, ${part.diameter} × ${part.height} mm`,
        priceCents: part.priceCents,
        stock: part.stock,
        use: `${String(numbers.get(c.jobId)).padStart(4, "0")} ${position.designator}`,
      },
    ];
  });
  return orderList(needs);
}
