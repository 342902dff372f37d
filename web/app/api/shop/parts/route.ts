import { handPart } from "../../../../schemas/catalogue";
import { zIdText } from "../../../../schemas/quantities";
import { pool, transaction } from "../../../../server/db";
import { writeByHand } from "../../../../server/importCatalogue";
import { refuseMissing } from "../../../../server/refusal";
import { listOffers } from "../../../../server/repositories/parts";
import { respond, respondRead } from "../../../../server/respond";

/** What a part cost and how many there were, newest first. */
export async function GET(request: Request) {
  return respondRead(async () => {
    const id = zIdText.safeParse(new URL(request.url).searchParams.get("offers"));
    if (!id.success) throw refuseMissing();
    return listOffers(pool(), id.data);
  });
}

export async function POST(request: Request) {
  return respond(request, handPart, ({ part }) => transaction((db) => writeByHand(db, part)));
}
