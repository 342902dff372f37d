import { photoAsked } from "../../../../../schemas/photo";
import { pool } from "../../../../../server/db";
import { savePhoto } from "../../../../../server/savePhoto";
import { refuseMissing } from "../../../../../server/refusal";
import { findJob } from "../../../../../server/repositories/jobs";
import { listPhotos } from "../../../../../server/repositories/photos";
import { respondBytes, respondRead } from "../../../../../server/respond";
import { routeNumber } from "../../../../../server/routeNumber";
import { MAX_MEGABYTES } from "../../../../../server/smallPicture";

export async function GET(_request: Request, { params }: RouteContext<"/api/jobs/[number]/photos">) {
  const { number } = await params;
  return respondRead(async () => {
    const job = await findJob(pool(), routeNumber(number));
    if (!job) throw refuseMissing();
    return listPhotos(pool(), job.id);
  });
}

export async function POST(request: Request, { params }: RouteContext<"/api/jobs/[number]/photos">) {
  const { number } = await params;
  const asked = photoAsked.parse(Object.fromEntries(new URL(request.url).searchParams));
  return respondBytes(request, MAX_MEGABYTES * 1e6, (bytes) => savePhoto(routeNumber(number), bytes, asked));
}
