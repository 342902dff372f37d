import "server-only";
import type { PhotoView } from "../schemas/photo";
import type { photoAsked } from "../schemas/photo";
import type { z } from "zod";
import { benchName } from "./bench";
import { pool, transaction } from "./db";
import { requireOpen } from "./guard";
import { refuseMissing, Refused } from "./refusal";
import { findJob, lockJob } from "./repositories/jobs";
import { countPhotos, insertPhoto, listPhotos, strikePhoto } from "./repositories/photos";
import { smallPicture } from "./smallPicture";

const MAX_PICTURES = 60;

/** Makes a picture small and keeps it with its job. The job is locked only once that work is done. @returns all pictures of the job */
export async function savePhoto(jobNumber: number, bytes: Buffer, asked: z.infer<typeof photoAsked>): Promise<PhotoView[]> {
  const before = await findJob(pool(), jobNumber);
  if (!before) throw refuseMissing();
  requireOpen(before);
  const picture = await smallPicture(bytes);
  return transaction(async (db) => {
    const job = await lockJob(db, jobNumber);
    requireOpen(job);
    if ((await countPhotos(db, job.id)) >= MAX_PICTURES) throw new Refused({ code: "tooManyPictures", most: MAX_PICTURES });
    await insertPhoto(db, { ...picture, ...asked, jobId: job.id, by: benchName() });
    return listPhotos(db, job.id);
  });
}

/** Takes a picture out of the job. */
export async function dropPhoto(jobNumber: number, id: number): Promise<PhotoView[]> {
  return transaction(async (db) => {
    const job = await lockJob(db, jobNumber);
    requireOpen(job);
    if (!(await strikePhoto(db, job.id, id))) throw refuseMissing();
    return listPhotos(db, job.id);
  });
}
