import { designator } from "../../../../../schemas/records";
import { pool } from "../../../../../server/db";
import { loadCandidates } from "../../../../../server/candidates";
import { refuseMissing } from "../../../../../server/refusal";
import { respondRead } from "../../../../../server/respond";
import { routeNumber } from "../../../../../server/routeNumber";

export async function GET(request: Request, { params }: RouteContext<"/api/jobs/[number]/candidates">) {
  const { number } = await params;
  return respondRead(async () => {
    const position = designator.safeParse(new URL(request.url).searchParams.get("position"));
    if (!position.success) throw refuseMissing();
    return loadCandidates(pool(), routeNumber(number), position.data);
  });
}
