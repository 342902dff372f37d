import "server-only";
import { z } from "zod";
import { PHOTO_MOMENTS, type PhotoMoment, type PhotoView } from "../../schemas/photo";
import type { Db } from "../db";
import { readRows } from "../rows";

const row = z
  .object({
    id: z.number(),
    about: z.string().nullable(),
    moment: z.enum(PHOTO_MOMENTS),
    width: z.number(),
    height: z.number(),
    taken_at: z.date(),
    by: z.string(),
  })
  .transform(({ taken_at, ...r }): PhotoView => ({ ...r, takenAt: taken_at.getTime() }));

/** Pictures of a job that were not struck, oldest first. */
export async function listPhotos(db: Db, jobId: number): Promise<PhotoView[]> {
  const { rows } = await db.query(
    "select id, about, moment, width, height, taken_at, by from photo where job_id = $1 and struck_at is null order by id",
    [jobId],
  );
  return readRows("photo", rows, (r) => row.parse(r));
}

export async function countPhotos(db: Db, jobId: number): Promise<number> {
  const { rows } = await db.query("select count(*)::int as n from photo where job_id = $1 and struck_at is null", [jobId]);
  return z.object({ n: z.number() }).parse(rows[0]).n;
}

interface NewPhoto {
  jobId: number;
  about: string | null;
  moment: PhotoMoment;
  sha256: string;
  width: number;
  height: number;
  image: Buffer;
  by: string;
}

/** Keeps a picture; the same one again is taken as the one that is there, with what is said of it now. */
export async function insertPhoto(db: Db, p: NewPhoto): Promise<number> {
  const { rows } = await db.query(
    `insert into photo (job_id, about, moment, sha256, width, height, image, by) values ($1, $2, $3, $4, $5, $6, $7, $8)
     on conflict (job_id, sha256) do update set about = excluded.about, moment = excluded.moment, struck_at = null returning id`,
    [p.jobId, p.about, p.moment, p.sha256, p.width, p.height, p.image, p.by],
  );
  return z.object({ id: z.number() }).parse(rows[0]).id;
}

/** The JPEG of a picture of this job; null where there is none, or it was struck. */
export async function findPhoto(db: Db, jobId: number, id: number): Promise<Buffer | null> {
  const { rows } = await db.query("select image from photo where job_id = $1 and id = $2 and struck_at is null", [jobId, id]);
  return rows[0] ? z.object({ image: z.instanceof(Buffer) }).parse(rows[0]).image : null;
}

/** @returns whether there was one to strike */
export async function strikePhoto(db: Db, jobId: number, id: number): Promise<boolean> {
  const { rowCount } = await db.query("update photo set struck_at = now() where job_id = $1 and id = $2 and struck_at is null", [
    jobId,
    id,
  ]);
  return (rowCount ?? 0) > 0;
}
