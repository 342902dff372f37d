import { jobEdit } from "../../../../schemas/job";
import { benchName } from "../../../../server/bench";
import { insertJobEvent, lockJob, updateJob } from "../../../../server/repositories/jobs";
import { respond, respondRead } from "../../../../server/respond";
import { readJob, writeJob } from "../../../../server/jobAccess";

type Context = RouteContext<"/api/jobs/[number]">;

export async function GET(_request: Request, { params }: Context) {
  const { number } = await params;
  return respondRead(() => readJob(number));
}

export async function PATCH(request: Request, { params }: Context) {
  const { number } = await params;
  return respond(request, jobEdit, ({ version, job }) =>
    writeJob(number, async (db, jobNumber) => {
      const before = await lockJob(db, jobNumber);
      await updateJob(db, before.id, version, job);
      await insertJobEvent(db, before.id, "edited", { before }, benchName());
    }),
  );
}
