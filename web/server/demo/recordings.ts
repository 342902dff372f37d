import type { UnitKind } from "@mirvek/core/device";
import { normal, seededRandom } from "@mirvek/core/numeric";
import { sickUnit, thinOut } from "@mirvek/core/simulate";
import { analyseWav, stimulus, summaryOf, writeWav } from "@mirvek/core/sound";
import { createHash } from "node:crypto";
import { PIECE_BYTES, recordingShows, type Played, type RecordingMoment } from "../../schemas/recording";
import type { Db } from "../db";
import { insertPiece, insertRecording } from "../repositories/recordings";

// Recordings of the demo: simulated units, sick as theirs are, and a sweep through a pair of loudspeakers before and after.

export type DemoRecording =
  /** as a unit of this kind often sounds */
  | { of: "unit"; kind: UnitKind; played: Played; mainsHz: number }
  /** a sweep through both sides; `dull`: what the right one loses lies above so many hertz */
  | { of: "sweep"; moment: RecordingMoment; dull: number | null };

const RATE = 32_000;
const SECONDS = 6;
const NOISE = 1e-4;

function made(r: DemoRecording, random: () => number): { name: string; moment: RecordingMoment; played: Played; wav: Uint8Array } {
  if (r.of === "unit") {
    const sick = sickUnit(r.kind, { rate: RATE, seconds: SECONDS, random }, r.mainsHz);
    return { name: "simulated, at check-in.wav", moment: "before", played: r.played, wav: writeWav(sick.channels, RATE, "pcm16") };
  }
  const left = stimulus("sweep", { rate: RATE, level: -20, seconds: SECONDS });
  const right = Float32Array.from(left);
  if (r.dull !== null) thinOut(right, RATE, "treble", r.dull);
  for (const side of [left, right]) for (let i = 0; i < side.length; i++) side[i] = side[i]! + normal(random, 0, NOISE);
  return { name: `simulated sweep, ${r.moment}.wav`, moment: r.moment, played: "sweep", wav: writeWav([left, right], RATE, "pcm16") };
}

const sha256Of = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");

/** Makes a recording and keeps it with a job, with what it shows. @throws RangeError where it cannot be heard */
export async function seedRecording(db: Db, jobId: number, recording: DemoRecording, seed: number): Promise<void> {
  const { wav, ...meant } = made(recording, seededRandom(seed));
  const heard = analyseWav({ size: wav.length, read: (from, length) => wav.subarray(from, from + length) });
  if (!heard.ok) throw new RangeError(heard.issue.code);
  const pieces: string[] = [];
  for (let at = 0; at < wav.length; at += PIECE_BYTES) {
    const piece = wav.subarray(at, at + PIECE_BYTES);
    pieces.push(sha256Of(piece));
    await insertPiece(db, pieces.at(-1)!, Buffer.from(piece));
  }
  await insertRecording(db, {
    ...meant,
    jobId,
    size: wav.length,
    pieces,
    sha256: sha256Of(wav),
    shows: recordingShows.parse(summaryOf(heard.value!)),
    by: "demo",
  });
}
