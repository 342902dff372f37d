import { crc32 } from "node:zlib";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { pool, transaction } from "./db";
import { dropPhoto, savePhoto } from "./savePhoto";
import { Refused } from "./refusal";
import { findPhoto, listPhotos } from "./repositories/photos";
import { findJob, insertJob } from "./repositories/jobs";
import { smallPicture } from "./smallPicture";
import { freshDatabase } from "./testing/database";
import { jobBench } from "./testing/jobBench";

const plain = (width: number, height: number, colour = "#8c4517") => sharp({ create: { width, height, channels: 3, background: colour } });
const codeOf = async (work: Promise<unknown>) =>
  work.then(
    () => "kept",
    (e: unknown) => (e instanceof Refused ? e.issue.code : String(e)),
  );

describe("a picture is made small and loses what the camera wrote into it", () => {
  test.each([
    ["JPEG", () => plain(4000, 3000).jpeg().toBuffer()],
    ["PNG", () => plain(4000, 3000).png().toBuffer()],
    ["WebP", () => plain(4000, 3000).webp().toBuffer()],
  ])("%s", async (_name, make) => {
    const small = await smallPicture(await make());
    expect([small.width, small.height]).toEqual([1600, 1200]);
    expect((await sharp(small.image).metadata()).format).toBe("jpeg");
  });

  test("place, camera and time are gone, and it stands as it was held", async () => {
    const taken = await plain(400, 200)
      .withExif({ IFD0: { Make: "Lantern", Orientation: "6" }, IFD3: { GPSLatitude: "51/1 30/1 0/1" } })
      .jpeg()
      .toBuffer();
    const before = await sharp(taken).metadata();
    expect(before.exif).toBeDefined();
    const small = await smallPicture(taken);
    const after = await sharp(small.image).metadata();
    expect([after.exif, after.icc, after.xmp, after.iptc]).toEqual([undefined, undefined, undefined, undefined]);
    expect([small.width, small.height]).toEqual(before.orientation === 6 ? [200, 400] : [400, 200]);
  });

  test("a small one is not blown up", async () => {
    expect(await smallPicture(await plain(30, 20).png().toBuffer())).toMatchObject({ width: 30, height: 20 });
  });
});

/** A PNG whose head says 40,000 by 40,000 pixels: unpacked it would fill the memory. */
async function bomb(): Promise<Buffer> {
  const png = await plain(8, 8).png().toBuffer();
  png.writeUInt32BE(40_000, 16);
  png.writeUInt32BE(40_000, 20);
  png.writeUInt32BE(crc32(png.subarray(12, 29)), 29);
  return png;
}

test.each<[string, () => Promise<Buffer>, string]>([
  ["words", async () => Buffer.from("no picture at all"), "noPicture"],
  ["nothing", async () => Buffer.alloc(0), "noPicture"],
  ["a GIF", () => plain(8, 8).gif().toBuffer(), "noPicture"],
  [
    "a drawing with script in it",
    async () => Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>`),
    "noPicture",
  ],
  ["half a JPEG", async () => (await plain(800, 600).jpeg().toBuffer()).subarray(0, 900), "noPicture"],
  ["40,000 by 40,000 pixels", bomb, "pictureTooLarge"],
  ["16 MB", async () => Buffer.alloc(16_000_000), "pictureTooLarge"],
])("%s is refused", async (_name, make, code) => {
  expect(await codeOf(smallPicture(await make()))).toBe(code);
});

describe("pictures of a job", () => {
  const { intake } = jobBench();
  let number: number;
  beforeAll(async () => {
    await freshDatabase();
    number = (await transaction((db) => insertJob(db, intake))).number;
  });
  afterAll(() => pool().end());
  const keep = async (colour: string, about: string | null = "C12") =>
    savePhoto(number, await plain(64, 48, colour).png().toBuffer(), { about, moment: "before" });

  test("are kept with what they show, once each, and go when they are struck", async () => {
    const [first] = await keep("#111111");
    expect(first).toMatchObject({ about: "C12", moment: "before", width: 64, height: 48 });
    expect(await keep("#111111", "C14"), "the same picture again is told anew").toMatchObject([{ id: first!.id, about: "C14" }]);
    await keep("#222222", null);
    const job = (await findJob(pool(), number))!;
    expect(await listPhotos(pool(), job.id)).toHaveLength(2);
    expect((await sharp((await findPhoto(pool(), job.id, first!.id))!).metadata()).width).toBe(64);
    expect(await findPhoto(pool(), job.id + 1, first!.id), "another job does not show it").toBeNull();
    expect(await dropPhoto(number, first!.id)).toHaveLength(1);
    expect(await findPhoto(pool(), job.id, first!.id)).toBeNull();
    expect(await codeOf(dropPhoto(number, first!.id))).toBe("notFound");
  });

  test("are refused for a job that is closed or is not there", async () => {
    await pool().query("update job set state = 'closed', closed_at = now() where number = $1", [number]);
    expect(await codeOf(keep("#333333"))).toBe("jobClosed");
    expect(await codeOf(savePhoto(9999, await plain(8, 8).png().toBuffer(), { about: null, moment: "after" }))).toBe("notFound");
  });
});
