import { importBegin } from "../../../../schemas/catalogue";
import { transaction } from "../../../../server/db";
import { beginImport } from "../../../../server/importCatalogue";
import { respond } from "../../../../server/respond";

export async function POST(request: Request) {
  return respond(request, importBegin, (asked) => transaction((db) => beginImport(db, asked)));
}
