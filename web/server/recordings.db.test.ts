import { writeWav } from "@mirvek/core/sound";
import { createHash } from "node:crypto";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { PIECE_BYTES, type RecordingAsked, type RecordingShows } from "../schemas/recording";
import { pool, transaction } from "./db";
import { dropRecording, editRecording, keepPiece, saveRecording, recordingFile } from "./saveRecording";
import { Refused } from "./refusal";
import { insertJob } from "./repositories/jobs";
import { freshDatabase } from "./testing/database";
import { jobBench } from "./testing/jobBench";

const sha256 = (bytes: Uint8Array) => createHash("sha256").update(bytes).digest("hex");
const issueOf = async (work: Promise<unknown>) =>
  work.then(
    () => null,
    (e: unknown) => {
      if (e instanceof Refused) return e.issue;
      throw e;
    },
  );
const SHOWS: RecordingShows = {
  seconds: 20,
  mainsHz: 49.98,
  channels: [{ noise: { level: -50, levelA: -62 }, hum: { level: -51, there: true }, bands: [null, -50.5] }],
};
/** Two and a half pieces. */
const WAV = writeWav([Float32Array.from({ length: (2.5 * PIECE_BYTES) / 4 }, (_, i) => Math.sin(i / 50))], 48_000);
const piecesOf = (bytes: Uint8Array) =>
  Array.from({ length: Math.ceil(bytes.length / PIECE_BYTES) }, (_, i) => bytes.subarray(i * PIECE_BYTES, (i + 1) * PIECE_BYTES));
const asked = (bytes: Uint8Array, over: Partial<RecordingAsked> = {}): RecordingAsked => ({
  name: "hum, left.wav",
  moment: "before",
  played: "nothing",
  size: bytes.length,
  pieces: piecesOf(bytes).map(sha256),
  shows: SHOWS,
  ...over,
});
async function back(number: number, id: number): Promise<Buffer> {
  const { stream, size } = await recordingFile(pool(), number, id);
  const parts: Uint8Array[] = [];
  for await (const part of stream as unknown as AsyncIterable<Uint8Array>) parts.push(part);
  const whole = Buffer.concat(parts);
  expect(whole.length).toBe(size);
  return whole;
}

describe("recordings of a job", () => {
  const { intake } = jobBench();
  let number: number;
  const put = async (bytes: Uint8Array) => {
    for (const piece of piecesOf(bytes)) await keepPiece(sha256(piece), Buffer.from(piece));
  };
  beforeAll(async () => {
    await freshDatabase();
    number = (await transaction((db) => insertJob(db, intake))).number;
  });
  afterAll(() => pool().end());

  test("come in pieces, of which only those that are missing are asked for, and go out bit for bit", async () => {
    const [first, ...rest] = piecesOf(WAV);
    await keepPiece(sha256(first!), Buffer.from(first!));
    expect(await issueOf(saveRecording(number, asked(WAV)))).toEqual({
      code: "piecesMissing",
      pieces: expect.toSatisfy((p: string[]) => [...p].sort().join() === rest.map(sha256).sort().join()),
    });
    await put(WAV);
    const [kept] = await saveRecording(number, asked(WAV));
    expect(kept).toMatchObject({ name: "hum, left.wav", sha256: sha256(WAV), size: WAV.length, shows: SHOWS });
    expect(Buffer.compare(await back(number, kept!.id), Buffer.from(WAV))).toBe(0);
  });

  test("the same file again is the same recording, with what is said of it now", async () => {
    const all = await saveRecording(number, asked(WAV, { name: "again.wav", moment: "after" }));
    expect(all).toMatchObject([{ name: "again.wav", moment: "after" }]);
    const [kept] = await editRecording(number, all[0]!.id, { moment: "counterpart", played: "sweep" });
    expect(kept).toMatchObject({ moment: "counterpart", played: "sweep", name: "again.wav" });
  });

  test("a piece that is not what its name says is refused, and so is a file that is no recording or of another size", async () => {
    expect(await issueOf(keepPiece("0".repeat(64), Buffer.from("x")))).toEqual({ code: "pieceDamaged" });
    const text = new TextEncoder().encode("RIFF but no recording at all, whatever it says");
    await put(text);
    expect(await issueOf(saveRecording(number, asked(text)))).toEqual({ code: "noRecording", issue: { code: "notWav" } });
    expect(await issueOf(saveRecording(number, asked(WAV, { size: WAV.length + 1 })))).toEqual({ code: "pieceDamaged" });
  });

  test("another job does not show it; struck, nobody does", async () => {
    const other = (await transaction((db) => insertJob(db, intake))).number;
    const [kept] = await saveRecording(number, asked(WAV));
    expect(await issueOf(recordingFile(pool(), other, kept!.id))).toEqual({ code: "notFound" });
    expect(await dropRecording(number, kept!.id)).toEqual([]);
    expect(await issueOf(recordingFile(pool(), number, kept!.id))).toEqual({ code: "notFound" });
    expect(await issueOf(dropRecording(number, kept!.id))).toEqual({ code: "notFound" });
    expect(await saveRecording(number, asked(WAV)), "kept again it is back").toHaveLength(1);
  });

  test("a job that is closed or is not there takes none, and one that has many no more", async () => {
    expect(await issueOf(saveRecording(9999, asked(WAV)))).toEqual({ code: "notFound" });
    const full = await transaction((db) => insertJob(db, intake));
    for (let i = 0; i < 40; i++)
      await pool().query(
        "insert into recording (job_id, name, moment, played, sha256, size, pieces, by) values ($1, 'x', 'before', " +
          "'nothing', $2, 1, $3, 'x')",
        [full.id, i.toString(16).padStart(64, "0"), [sha256(WAV)]],
      );
    expect(await issueOf(saveRecording(full.number, asked(WAV)))).toEqual({ code: "tooManyRecordings", most: 40 });
    await pool().query("update job set state = 'closed', closed_at = now() where number = $1", [number]);
    expect(await issueOf(saveRecording(number, asked(WAV)))).toEqual({ code: "jobClosed" });
  });

  test("pieces are never changed or removed", async () => {
    await expect(pool().query("delete from sound_piece")).rejects.toThrow();
    await expect(pool().query("update sound_piece set bytes = '\\x00'")).rejects.toThrow();
  });
});
