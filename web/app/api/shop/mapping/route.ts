import { mappingAsked } from "../../../../schemas/catalogue";
import { pool } from "../../../../server/db";
import { rememberedMapping } from "../../../../server/importCatalogue";
import { respond } from "../../../../server/respond";

export async function POST(request: Request) {
  return respond(request, mappingAsked, ({ headings }) => rememberedMapping(pool(), headings));
}
