import { z } from "zod";
import { reportPaper } from "../../../../../wording/reportBlocks";
import { pool } from "../../../../../server/db";
import { loadJobView } from "../../../../../server/loadJob";
import { refuseMissing } from "../../../../../server/refusal";
import { findJob } from "../../../../../server/repositories/jobs";
import { reportPdf } from "../../../../../server/reportPdf";
import { respondPdf } from "../../../../../server/respond";
import { routeNumber } from "../../../../../server/routeNumber";

/** The report of a job as it stands: one plain page for the owner, everything for the next technician. */
export async function GET(request: Request, { params }: RouteContext<"/api/jobs/[number]/report.pdf">) {
  const { number } = await params;
  return respondPdf(async () => {
    const who = z.enum(["owner", "technician"]).catch("owner").parse(new URL(request.url).searchParams.get("for"));
    const job = await findJob(pool(), routeNumber(number));
    if (!job) throw refuseMissing();
    return { name: `report-${number}-${who}.pdf`, file: await reportPdf(reportPaper(await loadJobView(pool(), job), who)) };
  });
}
