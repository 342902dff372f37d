import { shopEdit } from "../../../schemas/shop";
import { pool, transaction } from "../../../server/db";
import { editShop, loadShopTables } from "../../../server/editShop";
import { respond, respondRead } from "../../../server/respond";

export async function GET() {
  return respondRead(() => loadShopTables(pool()));
}

export async function POST(request: Request) {
  return respond(request, shopEdit, async (edit) => {
    await transaction((db) => editShop(db, edit));
    return loadShopTables(pool());
  });
}
