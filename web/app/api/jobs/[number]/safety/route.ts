import { safetyPost } from "../../../../../schemas/records";
import { writeJob } from "../../../../../server/jobAccess";
import { recordSafety } from "../../../../../server/recordSafety";
import { respond } from "../../../../../server/respond";

export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[number]/safety">) {
  const { number } = await params;
  return respond(request, safetyPost, (post) => writeJob(number, (db, jobNumber) => recordSafety(db, jobNumber, post)));
}
