import { pool } from "../../../../server/db";
import { loadCatalogue } from "../../../../server/importCatalogue";
import { respondRead } from "../../../../server/respond";

export async function GET() {
  return respondRead(() => loadCatalogue(pool()));
}
