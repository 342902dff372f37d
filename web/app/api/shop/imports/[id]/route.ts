import { z } from "zod";
import { zId } from "../../../../../schemas/quantities";
import { transaction } from "../../../../../server/db";
import { giveUpImport, takeImport } from "../../../../../server/importCatalogue";
import { refuseMissing } from "../../../../../server/refusal";
import { respond, respondRead } from "../../../../../server/respond";

const idOf = (text: string): number => {
  const id = zId.safeParse(Number(text));
  if (!id.success) throw refuseMissing();
  return id.data;
};

/** Takes the whole import into the catalogue. */
export async function POST(request: Request, { params }: RouteContext<"/api/shop/imports/[id]">) {
  const { id } = await params;
  return respond(request, z.object({}), () => transaction((db) => takeImport(db, idOf(id))));
}

export async function DELETE(_request: Request, { params }: RouteContext<"/api/shop/imports/[id]">) {
  const { id } = await params;
  return respondRead(() => transaction((db) => giveUpImport(db, idOf(id))));
}
