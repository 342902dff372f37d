import { closing } from "../../../../../schemas/job";
import { closeJob } from "../../../../../server/closeJob";
import { respond } from "../../../../../server/respond";
import { writeJob } from "../../../../../server/jobAccess";

export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[number]/state">) {
  const { number } = await params;
  return respond(request, closing, (post) => writeJob(number, (db, jobNumber) => closeJob(db, jobNumber, post)));
}
