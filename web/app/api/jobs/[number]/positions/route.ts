import { positionsPost } from "../../../../../schemas/records";
import { addPositions } from "../../../../../server/changePositions";
import { respond } from "../../../../../server/respond";
import { writeJob } from "../../../../../server/jobAccess";

export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[number]/positions">) {
  const { number } = await params;
  return respond(request, positionsPost, (post) => writeJob(number, (db, jobNumber) => addPositions(db, jobNumber, post)));
}
