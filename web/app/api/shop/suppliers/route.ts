import { supplierAddress } from "../../../../schemas/catalogue";
import { pool } from "../../../../server/db";
import { loadCatalogue } from "../../../../server/importCatalogue";
import { refuseMissing } from "../../../../server/refusal";
import { setAddress } from "../../../../server/repositories/imports";
import { respond } from "../../../../server/respond";

export async function POST(request: Request) {
  return respond(request, supplierAddress, async ({ id, address }) => {
    if (!(await setAddress(pool(), id, address))) throw refuseMissing();
    return loadCatalogue(pool());
  });
}
