import "server-only";
import { orderList, type OrderLine, type OrderNeed } from "@mirvek/core/choose";
import { formatEngineering } from "@mirvek/core/units";
import type { JobRecord, PositionRecord } from "../schemas/jobView";
import type { Db } from "./db";
import { listChoices } from "./repositories/choices";
import { listParts } from "./repositories/parts";
import { listPositions } from "./repositories/positions";

/** What must be ordered for these jobs: accepted choices merged by part, with spares. */
export async function loadOrder(db: Db, jobs: readonly JobRecord[]): Promise<OrderLine[]> {
  const ids = jobs.map((j) => j.id);
  const choices = (await listChoices(db, ids)).filter((c) => c.partId !== null);
  const parts = new Map((await listParts(db, choices.map((c) => c.partId!))).map((p) => [p.id, p])); // prettier-ignore
  const positions = new Map<number, PositionRecord>((await listPositions(db, ids)).map((p) => [p.id, p]));
  const numbers = new Map(jobs.map((j) => [j.id, j.number]));
  const needs = choices.flatMap((c): OrderNeed[] => {
    const [part, position] = [parts.get(c.partId!), positions.get(c.positionId)];
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
