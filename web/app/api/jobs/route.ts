import { checkIn } from "../../../schemas/job";
import { transaction } from "../../../server/db";
import { checkInUnit } from "../../../server/editJob";
import { respond } from "../../../server/respond";

export async function POST(request: Request) {
  return respond(request, checkIn, (job) => transaction((db) => checkInUnit(db, job)));
}
