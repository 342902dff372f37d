export { CLOSING_HOLDS, JOB_STATES, type ClosedState, type ClosingBlocker, type JobState, type Waiver } from "./state";
export { closingBlockers, isClosed, type JobFacts } from "./facts";
export { PATH, STATIONS, nextOf, pathOf, stationStates, type StationId } from "./stations";
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
} from "./records";
export { diagnosisInputsOf, type ShopFacts } from "./shop";
export { stateKey, type DrawModel, type LoadModel, type PointModel, type RemarkModel, type UnitModel } from "./unit";
export type { TriedAsk, TriedCaution, TriedModel } from "./tried";
export { REPAIRS } from "./tried";
export type { FuseModel } from "./fuses";
export type { StepTime, WantedModel } from "./notes";
export { lockOf } from "./lock";
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
} from "./apply";
export { evidenceNow, limitsOn, deriveJob } from "./model";
export type { JobModel, PositionModel, Ripple } from "./jobModel";
export type { Advice, Decisive, HeldBack, Reason, Suspect, SuspectState, Diagnosis } from "./diagnosis/types";
export { rippleQuestions } from "./diagnosis/ripple";
export { alsoChange, diagnose } from "./diagnose";
export { sectionPicture, type SectionBox, type SectionLink } from "./sections";
export { caseOf } from "./caseOf";
export { readCase, traceCase, type CaseIssue, type RippleSolver, type TraceCase } from "./diagnosisCase";
export { channelsOf, roadMap, type RoadMapRow } from "./componentMap";
export { afterFacts, afterFitting, type AfterFitting } from "./afterFitting";
export { asksForPower, heldLine, interlockOf, isFirm, switchesOn, type Interlock, type InterlockedJob } from "./interlock";
export type { UnsafeThing } from "./unsafe";
export { practiceIssue, practiceIssueOfUndo, type PracticeIssue } from "./practice";
export { railQuestion, reasonsOf, unreadOf, type OverRated, type StepModel } from "./powerUp";
export { channelNames, type IdleGroup } from "./idleAdjust";
export { cureOf, leakersOf, type Cure } from "./repaired";
export { type ProofItem } from "./state";
export { type RefitStepModel } from "./refit";
export { questionsAt, sideSaid } from "./questions";
