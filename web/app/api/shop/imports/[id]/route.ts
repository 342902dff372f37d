import { z } from "zod";
import { transaction } from "../../../../../server/db";
import { giveUpImport, takeImport } from "../../../../../server/importCatalogue";
import { respond, respondRead } from "../../../../../server/respond";
import { routeNumber } from "../../../../../server/routeNumber";

/** Takes the whole import into the catalogue. */
export async function POST(request: Request, { params }: RouteContext<"/api/shop/imports/[id]">) {
  const { id } = await params;
  return respond(request, z.object({}), () => transaction((db) => takeImport(db, routeNumber(id))));
}

export async function DELETE(_request: Request, { params }: RouteContext<"/api/shop/imports/[id]">) {
  const { id } = await params;
  return respondRead(() => transaction((db) => giveUpImport(db, routeNumber(id))));
}
