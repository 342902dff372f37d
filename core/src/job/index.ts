export { JOB_STATES, type JobState } from "./state";
export { closingHolds, isClosed, needsDecision, type ClosingHold, type JobFacts, type PositionFacts } from "./facts";
export { PATH, STATIONS, nextOf, pathOf, stationStates, type StationId } from "./stations";
export type { NextAct, Station, StationState } from "./stations/station";
export type {
  AcrossNote,
  ChoiceFacts,
  CircuitFacts,
  Fitting,
  FromLine,
  JobHead,
  JobRecords,
  LineRecord,
  NoteRecord,
  PointReading,
  PositionRecord,
  StoredReading,
  StoredSafetyEvent,
} from "./records";
export type { ShopFacts } from "./shop";
export {
  applyLine,
  contextOf,
  fittingOf,
  handsFree,
  inOrder,
  isEnergised,
  lastLine,
  lastSaid,
  takenWhileLocked,
  understand,
  withdraw,
  type EnteredLine,
  type Keeping,
} from "./apply";
export { limitsOn, makePicture, type FittingPicture, type JobPicture, type PositionPicture } from "./picture";
