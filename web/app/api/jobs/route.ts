import { takeIn } from "../../../schemas/job";
import { transaction } from "../../../server/db";
import { takeInUnit } from "../../../server/editJob";
import { respond } from "../../../server/respond";

export async function POST(request: Request) {
  return respond(request, takeIn, (job) => transaction((db) => takeInUnit(db, job)));
}
