import { pool } from "../../../../../server/db";
import { loadOffer } from "../../../../../server/offer";
import { respondRead } from "../../../../../server/respond";
import { routeNumber } from "../../../../../server/routeNumber";

export async function GET(_request: Request, { params }: RouteContext<"/api/jobs/[number]/offer">) {
  const { number } = await params;
  return respondRead(() => loadOffer(pool(), routeNumber(number)));
}
