import { jobEdit } from "../../../../schemas/job";
import { benchName } from "../../../../server/bench";
import { insertJobEvent, lockJob, updateJob } from "../../../../server/repositories/jobs";
import { respond, respondRead } from "../../../../server/respond";
import { writeJob } from "../../../../server/writeJob";

type Context = RouteContext<"/api/jobs/[number]">;

export async function GET(_request: Request, { params }: Context) {
  const { number } = await params;
  return respondRead(() => writeJob(number, async () => undefined));
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
