export { byDesignator, completeDesignator, looksLikeDesignator, normaliseDesignator, shiftDesignator } from "./designator";
export type { Entry, MeterDefault, Quantity, ReadoutContext, ReadoutIssue, ReadoutMeter, SaidParallel, SpokenMeasurement } from "./entry";
export {
  MOUNTINGS,
  parsePosition,
  parsePositionList,
  type Mounting,
  type PositionDraft,
  type PositionIssue,
  type PositionList,
} from "./parsePosition";
export { parseReadout } from "./parseReadout";
export { ROLE_WORDS, TECHNOLOGY_WORDS } from "./words";
