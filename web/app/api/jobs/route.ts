import { takeIn } from "../../../schemas/job";
import { benchName } from "../../../server/bench";
import { transaction } from "../../../server/db";
import { insertJob, insertJobEvent } from "../../../server/repositories/jobs";
import { respond } from "../../../server/respond";

export async function POST(request: Request) {
  return respond(request, takeIn, (job) =>
    transaction(async (db) => {
      const made = await insertJob(db, job);
      await insertJobEvent(db, made.id, "opened", {}, benchName());
      return { number: made.number };
    }),
  );
}
