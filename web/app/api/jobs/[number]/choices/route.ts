import { choicePost } from "../../../../../schemas/records";
import { decide } from "../../../../../server/decide";
import { respond } from "../../../../../server/respond";
import { afterWrite } from "../../../../../server/jobAccess";

export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[number]/choices">) {
  const { number } = await params;
  return respond(request, choicePost, (post) => afterWrite(number, (jobNumber) => decide(jobNumber, post)));
}
