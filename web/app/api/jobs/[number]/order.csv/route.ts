import { pool } from "../../../../../server/db";
import { orderCsv } from "../../../../../server/orderCsv";
import { loadOrder } from "../../../../../server/orders";
import { findJob } from "../../../../../server/repositories/jobs";
import { getShop } from "../../../../../server/repositories/shop";
import { csvResponse } from "../../../../../server/csvResponse";
import { routeNumber } from "../../../../../server/routeNumber";

export async function GET(_request: Request, { params }: RouteContext<"/api/jobs/[number]/order.csv">) {
  const { number } = await params;
  return csvResponse(`order-${number}.csv`, async () => {
    const job = await findJob(pool(), routeNumber(number));
    return job && orderCsv(await loadOrder(pool(), [job]), (await getShop(pool())).currency);
  });
}
