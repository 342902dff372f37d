import { beforeAfter, type BeforeAfterFigures } from "@mirvek/core/sound";
import type { PhotoView } from "../../schemas/photo";
import type { RecordingView } from "../../schemas/recording";
import type { ReportPicture } from "./blocks";

/** What a report prints beside the record of the job. */
export interface Enclosed {
  /** what recordings show of the repair */
  sound: BeforeAfterFigures;
  pictures: readonly ReportPicture[];
}

/** Recordings compared before and after, and pictures with those after the repair last. */
export const enclosedOf = (recordings: readonly RecordingView[], photos: readonly PhotoView[]): Enclosed => ({
  sound: beforeAfter(recordings),
  pictures: [...photos]
    .sort((a, b) => Number(a.moment === "after") - Number(b.moment === "after"))
    .map(({ id, about, moment, width, height }) => ({ id, about: about ?? "The unit", moment, width, height })),
});

export const NOTHING_ENCLOSED: Enclosed = { sound: { quiet: null, responses: [] }, pictures: [] };
