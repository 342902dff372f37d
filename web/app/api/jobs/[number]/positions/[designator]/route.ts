import { positionEdit } from "../../../../../../schemas/records";
import { changePosition } from "../../../../../../server/changePositions";
import { respond } from "../../../../../../server/respond";
import { writeJob } from "../../../../../../server/jobAccess";

export async function PATCH(request: Request, { params }: RouteContext<"/api/jobs/[number]/positions/[designator]">) {
  const { number, designator } = await params;
  return respond(request, positionEdit, (edit) => writeJob(number, (db, jobNumber) => changePosition(db, jobNumber, designator, edit)));
}
