import { MAX_PIECE_BYTES, pieceAsked } from "../../../../../../schemas/catalogue";
import { transaction } from "../../../../../../server/db";
import { keepImportPiece } from "../../../../../../server/importCatalogue";
import { refuseMissing } from "../../../../../../server/refusal";
import { respondLarge } from "../../../../../../server/respond";
import { routeNumber } from "../../../../../../server/routeNumber";

/** "0" to "9999", written as a number is: nothing that merely becomes one. */
const PLACE = /^\d{1,4}$/;

export async function PUT(request: Request, { params }: RouteContext<"/api/shop/imports/[id]/[place]">) {
  const { id, place } = await params;
  return respondLarge(request, MAX_PIECE_BYTES, pieceAsked, (piece) => {
    if (!PLACE.test(place)) throw refuseMissing();
    return transaction((db) => keepImportPiece(db, routeNumber(id), Number(place), piece));
  });
}
