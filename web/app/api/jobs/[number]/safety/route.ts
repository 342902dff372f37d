import { safetyPost } from "../../../../../schemas/records";
import { transaction } from "../../../../../server/db";
import { afterWrite } from "../../../../../server/jobAccess";
import { recordSafety } from "../../../../../server/recordSafety";
import { Refused } from "../../../../../server/refusal";
import { respond } from "../../../../../server/respond";

export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[number]/safety">) {
  const { number } = await params;
  return respond(request, safetyPost, (post) =>
    afterWrite(number, async (jobNumber) => {
      const hold = await transaction((db) => recordSafety(db, jobNumber, post));
      // said once the attempt is on record
      if (hold) throw new Refused({ code: "powerHeld", hold });
    }),
  );
}
