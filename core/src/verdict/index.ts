export { assess } from "./assess";
export { expectEsr, isOver, type EsrExpectation, type ReferenceSource } from "./expectation";
export { judge, type Counterpart } from "./judge";
export type { JudgingContext } from "./judgingContext";
export { measuredState, soundState, type KnownState, type MeasuredPart } from "./partState";
export type { References, ShelfReading } from "./reference";
export {
  VERDICT_STATES,
  isBad,
  isCondemned,
  type Settle,
  type Verdict,
  type VerdictNote,
  type VerdictReason,
  type VerdictState,
} from "./verdict";
export { judgePart, type PartReason, type PartSettle, type PartVerdict } from "./otherPart";
export { judgePoint, nominalIn, complementaryRailOf, type PointExpectation, type PointState, type PointVerdict } from "./point";
export { besideCounterparts } from "./sideBySide";
export { judgeDraw, type DrawNorm, type DrawVerdict } from "./draw";
