import { z } from "zod";

export const RECORDING_MOMENTS = ["before", "after", "counterpart"] as const;
export type RecordingMoment = (typeof RECORDING_MOMENTS)[number];
/** What was played while it was made: music or speech, nothing at all, or one of the test signals. */
export const PLAYED = ["programme", "nothing", "sweep", "tones"] as const;
export type Played = (typeof PLAYED)[number];

/** A file travels and lies in pieces of this many bytes, the last one shorter. */
export const PIECE_BYTES = 1_048_576;
export const MAX_PIECES = 200;

export const sha256 = z.string().regex(/^[0-9a-f]{64}$/);
const dB = z.number().min(-400).max(100);

/** Analyse a recording in figures, as it was worked out where it was listened to; dBFS. */
export const recordingShows = z.object({
  seconds: z.number().min(0).max(1e6),
  mainsHz: z.number().min(1).max(1000).nullable(),
  /** of each channel */
  channels: z
    .array(
      z.object({
        noise: z.object({ level: dB, levelA: dB }),
        /** the hum that is there, or the level from which it would have been seen */
        hum: z.object({ level: dB, there: z.boolean() }).nullable(),
        bands: z.array(dB.nullable()).max(40),
      }),
    )
    .min(1)
    .max(8),
});
export type RecordingShows = z.infer<typeof recordingShows>;

export const recordingMeant = z.object({ moment: z.enum(RECORDING_MOMENTS), played: z.enum(PLAYED) });

export const recordingAsked = recordingMeant.extend({
  name: z.string().trim().min(1).max(120),
  size: z
    .number()
    .int()
    .min(1)
    .max(PIECE_BYTES * MAX_PIECES),
  pieces: z.array(sha256).min(1).max(MAX_PIECES),
  shows: recordingShows.nullable(),
});
export type RecordingAsked = z.infer<typeof recordingAsked>;

/** A recording as it is listed; the file itself is fetched by its id. */
export interface RecordingView {
  id: number;
  name: string;
  moment: RecordingMoment;
  played: Played;
  sha256: string;
  size: number;
  shows: RecordingShows | null;
  takenAt: number;
  by: string;
}
