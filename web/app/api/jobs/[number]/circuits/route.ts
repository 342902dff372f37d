import { circuitPost } from "../../../../../schemas/circuit";
import { writeJob } from "../../../../../server/jobAccess";
import { saveCircuit } from "../../../../../server/saveCircuit";
import { respond } from "../../../../../server/respond";

export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[number]/circuits">) {
  const { number } = await params;
  return respond(request, circuitPost, (post) => writeJob(number, (db, jobNumber) => saveCircuit(db, jobNumber, post)));
}
