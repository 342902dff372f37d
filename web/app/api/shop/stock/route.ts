import { stockPost } from "../../../../schemas/shop";
import { pool, transaction } from "../../../../server/db";
import { saveStock } from "../../../../server/saveStock";
import { loadOrderView } from "../../../../server/orders";
import { respond, respondRead } from "../../../../server/respond";

export async function GET() {
  return respondRead(() => loadOrderView(pool()));
}

export async function POST(request: Request) {
  return respond(request, stockPost, async (post) => {
    await transaction((db) => saveStock(db, post));
    return loadOrderView(pool());
  });
}
