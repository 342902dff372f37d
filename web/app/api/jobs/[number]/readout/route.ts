import { readoutPost } from "../../../../../schemas/records";
import { transaction } from "../../../../../server/db";
import { keepLine } from "../../../../../server/keepLine";
import { respond } from "../../../../../server/respond";
import { routeNumber } from "../../../../../server/routeNumber";

export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[number]/readout">) {
  const { number } = await params;
  return respond(request, readoutPost, (post) => transaction((db) => keepLine(db, routeNumber(number), post)));
}
