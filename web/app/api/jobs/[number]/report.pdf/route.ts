import { z } from "zod";
import { enclosedOf, NOTHING_ENCLOSED, reportPaper } from "../../../../../wording/report";
import { pool } from "../../../../../server/db";
import { loadJobView } from "../../../../../server/loadJob";
import { loadOffer } from "../../../../../server/offer";
import { refuseMissing } from "../../../../../server/refusal";
import { findJob } from "../../../../../server/repositories/jobs";
import { findPhoto, listPhotos } from "../../../../../server/repositories/photos";
import { listRecordings } from "../../../../../server/repositories/recordings";
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
    const view = await loadJobView(pool(), job);
    // what can be done is worked out for an owner who has not decided
    const undecided = who === "owner" && job.closedAt === null && view.unit.notes.agreed === null;
    const offer = undecided ? await loadOffer(pool(), job.number) : null;
    const [recordings, photos] = who === "owner" ? [[], []] : [await listRecordings(pool(), job.id), await listPhotos(pool(), job.id)];
    const enclosed = who === "owner" ? NOTHING_ENCLOSED : enclosedOf(recordings, photos);
    const pictures = new Map<number, Buffer>();
    for (const { id } of photos) {
      const file = await findPhoto(pool(), job.id, id);
      if (file) pictures.set(id, file);
    }
    return { name: `report-${number}-${who}.pdf`, file: await reportPdf(reportPaper(view, who, { enclosed, offer }), pictures) };
  });
}
