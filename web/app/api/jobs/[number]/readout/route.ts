import { readoutPost } from "../../../../../schemas/records";
import { saveTyped } from "../../../../../server/saveTyped";
import { respond } from "../../../../../server/respond";
import { routeNumber } from "../../../../../server/routeNumber";

export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[number]/readout">) {
  const { number } = await params;
  return respond(request, readoutPost, (post) => saveTyped(routeNumber(number), post));
}
