import { jobEdit } from "../../../../schemas/job";
import { editJob } from "../../../../server/editJob";
import { readJob, writeJob } from "../../../../server/jobAccess";
import { respond, respondRead } from "../../../../server/respond";

type Context = RouteContext<"/api/jobs/[number]">;

export async function GET(_request: Request, { params }: Context) {
  const { number } = await params;
  return respondRead(() => readJob(number));
}

export async function PATCH(request: Request, { params }: Context) {
  const { number } = await params;
  return respond(request, jobEdit, ({ version, job }) => writeJob(number, (db, jobNumber) => editJob(db, jobNumber, version, job)));
}
