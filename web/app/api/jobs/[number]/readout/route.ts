import type { Entry } from "@mirvek/core/readout";
import { readoutPost } from "../../../../../schemas/records";
import { keepReadout } from "../../../../../server/keepReadout";
import { respond } from "../../../../../server/respond";
import { writeJob } from "../../../../../server/jobAccess";

export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[number]/readout">) {
  const { number } = await params;
  return respond(request, readoutPost, async (post) => {
    let entry: Entry | undefined;
    const view = await writeJob(number, async (db, jobNumber) => {
      entry = await keepReadout(db, jobNumber, post, new Date());
    });
    return { entry: entry!, view };
  });
}
