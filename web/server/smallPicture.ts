import "server-only";
import { createHash } from "node:crypto";
import sharp from "sharp";
import { Refused } from "./refusal";

export const MAX_MEGABYTES = 15;
const MAX_MEGAPIXELS = 60;
const LONGEST_SIDE = 1600;
const QUALITY = 80;
/** Told by the bytes, never by a name. */
const FORMATS: ReadonlySet<string> = new Set(["jpeg", "png", "webp"]);

const tooLarge = () => new Refused({ code: "pictureTooLarge", megabytes: MAX_MEGABYTES, megapixels: MAX_MEGAPIXELS }, 413);

/**
 * A picture made small: JPEG of at most 1600 pixels a side, turned as the camera held it, without anything the camera wrote into it.
 * @throws Refused for what is no JPEG, PNG or WebP, for more than 15 MB and for more than 60 megapixels, which are never unpacked
 */
export async function smallPicture(bytes: Buffer): Promise<{ image: Buffer; width: number; height: number; sha256: string }> {
  if (bytes.length > MAX_MEGABYTES * 1e6) throw tooLarge();
  if (bytes.length === 0) throw new Refused({ code: "noPicture" }, 415);
  const picture = sharp(bytes, { limitInputPixels: MAX_MEGAPIXELS * 1e6, failOn: "error" });
  const about = await picture.metadata().catch((error: unknown) => {
    throw /pixel limit/i.test(String(error)) ? tooLarge() : new Refused({ code: "noPicture" }, 415);
  });
  if (!FORMATS.has(about.format)) throw new Refused({ code: "noPicture" }, 415);
  if (about.width * about.height > MAX_MEGAPIXELS * 1e6) throw tooLarge();
  const { data, info } = await picture
    .rotate()
    .resize({ width: LONGEST_SIDE, height: LONGEST_SIDE, fit: "inside", withoutEnlargement: true })
    .flatten({ background: "#ffffff" })
    .jpeg({ quality: QUALITY })
    .toBuffer({ resolveWithObject: true })
    .catch(() => {
      throw new Refused({ code: "noPicture" }, 415);
    });
  return { image: data, width: info.width, height: info.height, sha256: createHash("sha256").update(data).digest("hex") };
}
