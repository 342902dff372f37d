import { recordingMeant } from "../../../../../../schemas/recording";
import { pool } from "../../../../../../server/db";
import { dropRecording, editRecording, recordingFile } from "../../../../../../server/saveRecording";
import { respond, respondFile, respondRead } from "../../../../../../server/respond";
import { routeNumber } from "../../../../../../server/routeNumber";

export async function GET(_request: Request, { params }: RouteContext<"/api/jobs/[number]/recordings/[id]">) {
  const { number, id } = await params;
  return respondFile(() => recordingFile(pool(), routeNumber(number), routeNumber(id)));
}

export async function PATCH(request: Request, { params }: RouteContext<"/api/jobs/[number]/recordings/[id]">) {
  const { number, id } = await params;
  return respond(request, recordingMeant, (meant) => editRecording(routeNumber(number), routeNumber(id), meant));
}

export async function DELETE(_request: Request, { params }: RouteContext<"/api/jobs/[number]/recordings/[id]">) {
  const { number, id } = await params;
  return respondRead(() => dropRecording(routeNumber(number), routeNumber(id)));
}
