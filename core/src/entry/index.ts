export { DECIDES } from "./commands/texts";
export { readPartsLine } from "./reader/partsLine";
export { readPointsLine } from "./reader/pointsLine";
export { byDesignator, completeDesignator, shiftDesignator } from "./designator";
export {
  VOLTS_FORMS,
  type Effect,
  type Entry,
  type MeterDefault,
  type Quantity,
  type ReadoutContext,
  type ReadoutIssue,
  type ReadoutQuestion,
  type ReadoutMeter,
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
export { headTable, type Example, type Command } from "./command";
export { EXAMPLES } from "./commands";
export { answering, type Question } from "./answering";
export { KEY_MODES, firstOf, lastOf, lineByKeys, sidesOf, type KeyChoice, type KeyMode } from "./byKeys";
export { lex } from "./lex";
export { parseReadout } from "./parseLine";
export { ROLE_WORDS, TECHNOLOGY_WORDS, channelOf } from "./words";
export { isReserved } from "./reserved";
