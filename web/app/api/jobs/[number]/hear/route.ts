import { designator } from "../../../../../schemas/records";
import { zIdText } from "../../../../../schemas/quantities";
import { loadHearable } from "../../../../../server/candidates";
import { pool } from "../../../../../server/db";
import { refuseMissing } from "../../../../../server/refusal";
import { respondRead } from "../../../../../server/respond";
import { routeNumber } from "../../../../../server/routeNumber";

export async function GET(request: Request, { params }: RouteContext<"/api/jobs/[number]/hear">) {
  const { number } = await params;
  return respondRead(async () => {
    const asked = new URL(request.url).searchParams;
    const [position, part] = [designator.safeParse(asked.get("position")), zIdText.safeParse(asked.get("part"))];
    if (!position.success || !part.success) throw refuseMissing();
    return loadHearable(pool(), routeNumber(number), position.data, part.data);
  });
}
