import { readJobData } from "../../../../../server/jobAccess";
import { respondRead } from "../../../../../server/respond";

export async function GET(_request: Request, { params }: RouteContext<"/api/jobs/[number]/records">) {
  const { number } = await params;
  return respondRead(() => readJobData(number));
}
