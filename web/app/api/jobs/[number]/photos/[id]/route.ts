import { pool } from "../../../../../../server/db";
import { dropPhoto } from "../../../../../../server/savePhoto";
import { refuseMissing } from "../../../../../../server/refusal";
import { findJob } from "../../../../../../server/repositories/jobs";
import { findPhoto } from "../../../../../../server/repositories/photos";
import { respondPicture, respondRead } from "../../../../../../server/respond";
import { routeNumber } from "../../../../../../server/routeNumber";

export async function GET(_request: Request, { params }: RouteContext<"/api/jobs/[number]/photos/[id]">) {
  const { number, id } = await params;
  return respondPicture(async () => {
    const job = await findJob(pool(), routeNumber(number));
    const image = job && (await findPhoto(pool(), job.id, routeNumber(id)));
    if (!image) throw refuseMissing();
    return image;
  });
}

export async function DELETE(_request: Request, { params }: RouteContext<"/api/jobs/[number]/photos/[id]">) {
  const { number, id } = await params;
  return respondRead(() => dropPhoto(routeNumber(number), routeNumber(id)));
}
