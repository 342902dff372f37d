export { byDesignator, completeDesignator, looksLikeDesignator, normaliseDesignator, shiftDesignator } from "./designator";
export {
  VOLTS_FORMS,
  type Consequence,
  type Entry,
  type MeterDefault,
  type Quantity,
  type ReadoutContext,
  type ReadoutIssue,
  type ReadoutMeter,
  type SaidParallel,
  type SaidReading,
  type VoltsForm,
} from "./entry";
export {
  MOUNTINGS,
  parsePosition,
  parsePositionList,
  type Mounting,
  type PositionDraft,
  type PositionIssue,
  type PositionList,
} from "./parsePosition";
export { headTable, type Example, type Head } from "./head";
export { EXAMPLES } from "./heads";
export { answering, type Question } from "./answering";
export { lex } from "./lex";
export { parseReadout } from "./parseReadout";
export { GRADE_WORDS, ROLE_WORDS, TECHNOLOGY_WORDS, channelOf } from "./words";
export { isReserved } from "./reserved";
