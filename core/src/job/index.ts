export { CLOSING_HOLDS, JOB_STATES, type ClosedState, type ClosingBlocker, type JobState, type Waiver } from "./records/state";
export { closingBlockers, isClosed, type JobFacts } from "./model/facts";
export { PATH, STATIONS, nextOf, pathOf, stationStates, type StationId } from "./stations/stations";
export type { NextAct, Station, StationState } from "./stations/station";
export type {
  AcrossNote,
  Fitting,
  JobRecords,
  LineRecord,
  NoteRecord,
  PointReading,
  PositionRecord,
  StoredObservation,
  StoredReading,
  StoredSafetyEvent,
  WorkingNote,
} from "./records/records";
export { diagnosisInputsOf, type ShopFacts } from "./records/shop";
export { stateKey, type DrawModel, type LoadModel, type PointModel, type RemarkModel, type UnitModel } from "./model/unit";
export type { TriedAsk, TriedCaution, TriedModel } from "./model/tried";
export { REPAIRS } from "./model/tried";
export type { FuseModel } from "./model/fuses";
export type { StepTime, WantedModel } from "./model/notes";
export { lockOf } from "./model/lock";
export {
  applyLine,
  beforeLine,
  rowsOfLine,
  type LineRows,
  contextOf,
  effectsOf,
  inOrder,
  isEnergised,
  lastLine,
  understand,
  undoesPower,
  withdraw,
  offerKey,
  type EnteredLine,
  type SaveContext,
} from "./lines/apply";
export { evidenceNow, limitsOn, deriveJob } from "./model/model";
export type { JobModel, PositionModel, Ripple } from "./model/jobModel";
export type { Advice, Decisive, HeldBack, Reason, Suspect, SuspectState, Diagnosis } from "./diagnosis/types";
export { rippleQuestions } from "./diagnosis/ripple";
export { alsoChange, diagnose } from "./diagnosis/diagnose";
export { sectionPicture, type SectionBox, type SectionLink } from "./diagnosis/sections";
export { caseOf } from "./diagnosis/caseOf";
export { readCase, traceCase, type CaseIssue, type RippleSolver, type TraceCase } from "./diagnosis/diagnosisCase";
export { channelsOf, componentMap, type ComponentMapRow } from "./model/componentMap";
export { afterFacts, afterFitting, type AfterFitting } from "./finalTest/afterFitting";
export { asksForPower, heldLine, interlockOf, isFirm, switchesOn, type Interlock, type InterlockedJob } from "./safety/interlock";
export type { UnsafeThing } from "./model/unsafe";
export { practiceIssue, practiceIssueOfUndo, type PracticeIssue } from "./records/practice";
export { railQuestion, reasonsOf, unreadOf, type OverRated, type StepModel } from "./powerUp/powerUp";
export { channelNames, type IdleGroup } from "./powerUp/idleAdjust";
export { cureOf, leakersOf, type Cure } from "./model/repaired";
export { type ProofItem } from "./records/state";
export { type RefitStepModel } from "./finalTest/refit";
export { questionsAt, sideSaid } from "./lines/questions";
