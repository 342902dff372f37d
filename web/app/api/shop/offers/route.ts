import { offersAsked } from "../../../../schemas/shop";
import { askOffers } from "../../../../server/askSupplier";
import { pool } from "../../../../server/db";
import { respond } from "../../../../server/respond";

export async function POST(request: Request) {
  return respond(request, offersAsked, ({ partIds }) => askOffers(pool(), partIds));
}
