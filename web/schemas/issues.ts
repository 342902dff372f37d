import type { ClosingBlocker, Interlock, PracticeIssue } from "@mirvek/core/job";
import type { SoundIssue } from "@mirvek/core/sound";
import type { PositionList, ReadoutIssue } from "@mirvek/core/entry";

/** Everything a write can be refused for, as it travels to the browser; worded in wording/requestIssue. */
export type RequestIssue =
  | { code: "readout"; issue: ReadoutIssue }
  | { code: "positions"; issues: PositionList["issues"] }
  | { code: "stale" }
  | { code: "notFound" }
  | { code: "nothingToUndo" }
  | { code: "keyReused" }
  | { code: "designatorTaken"; designator: string }
  | { code: "noCounterpartNumber"; designator: string }
  | { code: "stepHeld"; hold: Interlock }
  /** asked for against an interlock: recorded as an attempt */
  | { code: "powerHeld"; hold: Interlock }
  /** a unit and a stand-in never share a job */
  | { code: "practice"; issue: PracticeIssue }
  | { code: "tooManyPositions"; most: number }
  /** a piece of an import that is there already, with other rows */
  | { code: "pieceDiffers"; place: number }
  | { code: "busy" }
  | { code: "jobClosed" }
  | { code: "reasonNeeded" }
  | { code: "holderReasonNeeded"; designator: string }
  | { code: "overrideWhileLive" }
  | { code: "closingHeld"; by: readonly ClosingBlocker[] }
  | { code: "invalid"; fields: readonly { path: string; message: string }[] }
  | { code: "notKept" }
  | { code: "noPicture" }
  | { code: "pictureTooLarge"; megabytes: number; megapixels: number }
  | { code: "tooManyPictures"; most: number }
  | { code: "pieceDamaged" }
  | { code: "piecesMissing"; pieces: readonly string[] }
  | { code: "noRecording"; issue: SoundIssue }
  | { code: "tooManyRecordings"; most: number }
  | { code: "rowsMissing"; here: number; said: number }
  | { code: "supplierSilent"; supplier: string }
  | { code: "crossOrigin" }
  | { code: "methodNotAllowed" }
  | { code: "databaseDown" }
  | { code: "maybeKept" }
  | { code: "diskFull" }
  | { code: "unexpected" };
