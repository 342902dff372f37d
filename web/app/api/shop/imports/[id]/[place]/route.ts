import { MOST_PIECE_BYTES, pieceAsked } from "../../../../../../schemas/catalogue";
import { zId } from "../../../../../../schemas/quantities";
import { transaction } from "../../../../../../server/db";
import { keepImportPiece } from "../../../../../../server/importCatalogue";
import { refuseMissing } from "../../../../../../server/refusal";
import { respondLarge } from "../../../../../../server/respond";

export async function PUT(request: Request, { params }: RouteContext<"/api/shop/imports/[id]/[place]">) {
  const { id, place } = await params;
  const [importId, at] = [zId.safeParse(Number(id)), Number(place)];
  return respondLarge(request, MOST_PIECE_BYTES, pieceAsked, (piece) => {
    if (!importId.success || !Number.isInteger(at) || at < 0 || at > 10_000) throw refuseMissing();
    return transaction((db) => keepImportPiece(db, importId.data, at, piece));
  });
}
