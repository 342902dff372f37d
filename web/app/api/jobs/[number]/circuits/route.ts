import { circuitPost } from "../../../../../schemas/circuit";
import { writeJob } from "../../../../../server/jobAccess";
import { keepCircuit } from "../../../../../server/keepCircuit";
import { respond } from "../../../../../server/respond";

export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[number]/circuits">) {
  const { number } = await params;
  return respond(request, circuitPost, (post) => writeJob(number, (db, jobNumber) => keepCircuit(db, jobNumber, post)));
}
