import { csvResponse } from "../../../server/csvResponse";
import { pool } from "../../../server/db";
import { orderCsv } from "../../../server/orderCsv";
import { loadOrder } from "../../../server/orders";
import { listJobs } from "../../../server/repositories/jobs";
import { getShop } from "../../../server/repositories/shop";

export async function GET() {
  return csvResponse("order.csv", async () => {
    const open = (await listJobs(pool())).filter((j) => j.closedAt === null);
    return orderCsv(await loadOrder(pool(), open), (await getShop(pool())).currency);
  });
}
