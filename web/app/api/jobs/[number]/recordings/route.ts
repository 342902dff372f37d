import { recordingAsked } from "../../../../../schemas/recording";
import { pool } from "../../../../../server/db";
import { saveRecording } from "../../../../../server/saveRecording";
import { refuseMissing } from "../../../../../server/refusal";
import { findJob } from "../../../../../server/repositories/jobs";
import { listRecordings } from "../../../../../server/repositories/recordings";
import { respond, respondRead } from "../../../../../server/respond";
import { routeNumber } from "../../../../../server/routeNumber";

export async function GET(_request: Request, { params }: RouteContext<"/api/jobs/[number]/recordings">) {
  const { number } = await params;
  return respondRead(async () => {
    const job = await findJob(pool(), routeNumber(number));
    if (!job) throw refuseMissing();
    return listRecordings(pool(), job.id);
  });
}

export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[number]/recordings">) {
  const { number } = await params;
  return respond(request, recordingAsked, (asked) => saveRecording(routeNumber(number), asked));
}
