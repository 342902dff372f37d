import type { PositionList, ReadoutIssue } from "@mirvek/core/readout";

export type HandsHeld = "energised" | "charge" | "nothingListed";

/** Everything a write can be refused for, as it travels to the browser; worded in wording/requestIssue. */
export type RequestIssue =
  | { code: "readout"; issue: ReadoutIssue }
  | { code: "positions"; issues: PositionList["issues"] }
  | { code: "handsHeld"; held: HandsHeld }
  | { code: "powerNeeded" }
  | { code: "stale" }
  | { code: "notFound" }
  | { code: "nothingToUndo" }
  | { code: "cannotUndoCharge" }
  | { code: "designatorTaken"; designator: string }
  | { code: "noTwinNumber"; designator: string }
  | { code: "jobClosed" }
  | { code: "reasonNeeded" }
  | { code: "closingHeld"; by: "temporary" | "hazard" | "undecided" | "energised" }
  | { code: "invalid"; fields: readonly { path: string; message: string }[] }
  | { code: "crossOrigin" }
  | { code: "databaseDown" }
  | { code: "unexpected" };
