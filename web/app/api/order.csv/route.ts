import { csvResponse } from "../../../server/csvResponse";
import { pool } from "../../../server/db";
import { orderCsv } from "../../../server/orderCsv";
import { loadOrder } from "../../../server/orders";
import { listWantingJobs } from "../../../server/repositories/jobs";
import { getShop } from "../../../server/repositories/shop";

export async function GET() {
  return csvResponse("order.csv", async () => {
    return orderCsv(await loadOrder(pool(), await listWantingJobs(pool())), (await getShop(pool())).currency);
  });
}
