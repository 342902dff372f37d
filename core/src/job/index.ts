export { CLOSING_HOLDS, JOB_STATES, type ClosedState, type ClosingBlocker, type JobState, type Waiver } from "./state";
export { closingBlockers, isClosed, needsDecision, type JobFacts, type PositionFacts, type AfterFacts, type DiagnosisFacts } from "./facts";
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
  StoredObservation,
  StoredReading,
  StoredSafetyEvent,
  WorkingNote,
} from "./records";
export { diagnosisInputsOf, type ShopFacts, type ShopTracing } from "./shop";
export { partsNamed } from "./partsNamed";
export {
  stateKey,
  unitModel,
  type DrawModel,
  type FaultModel,
  type LoadModel,
  type LookModel,
  type PartModel,
  type PointModel,
  type RemarkModel,
  type UnitModel,
} from "./unit";
export type { TriedAsk, TriedCaution, TriedModel } from "./tried";
export { REPAIRS } from "./tried";
export type { FuseModel } from "./fuses";
export type { CheckModel, LaidModel, LeakFollowed, StepTime, TeardownModel, UnitNotes, WantedModel } from "./notes";
export { lockOf, type ChargeLock, type HeldPosition, type LockRecords } from "./lock";
export {
  UNDONE_REASON,
  needsInternalAccess,
  applyLine,
  beforeLine,
  rowsOfLine,
  type LineRows,
  contextOf,
  effectsOf,
  fittingOf,
  inOrder,
  isEnergised,
  lastLine,
  lastSaid,
  takenWhileLocked,
  understand,
  undoesPower,
  withdraw,
  type EnteredLine,
  type SaveContext,
} from "./apply";
export { evidenceNow, limitsOn, deriveJob } from "./model";
export type { FittingModel, JobModel, PositionModel, Ripple } from "./jobModel";
export { diagnoseJob, type DiagnosedModel } from "./diagnosis";
export type { Advice, Decisive, HeldBack, Reason, Suspect, SuspectState, DiagnosisJob, Diagnosis } from "./diagnosis/types";
export { rippleQuestions } from "./diagnosis/ripple";
export { alsoChange, diagnose, type Diagnosed, type DiagnosedJob } from "./diagnose";
export { sectionPicture, sectionsIn, type SectionBox, type SectionLink } from "./sections";
export { caseOf } from "./caseOf";
export { readCase, traceCase, type CaseLine, type CaseAnswer, type CaseIssue, type RippleSolver, type TraceCase } from "./diagnosisCase";
export { channelsOf, roadMap, type RoadMap, type RoadMapRow } from "./componentMap";
export { afterFacts, afterFitting, type AfterFitting } from "./afterFitting";
export {
  FIRM_INTERLOCKS,
  asksForPower,
  heldLine,
  interlockOf,
  isFirm,
  switchesOn,
  type FuseHold,
  type Interlock,
  type InterlockedJob,
  type WantedPower,
} from "./interlock";
export type { UnsafeThing } from "./unsafe";
export { isPractice, practiceIssue, practiceIssueOfUndo, type PracticeIssue } from "./practice";
export {
  powerUpModel,
  railQuestion,
  reasonsOf,
  unreadOf,
  watchedPoints,
  type PowerUpModel,
  type OverRated,
  type PointAtStep,
  type StepModel,
  type StepReading,
} from "./powerUp";
export { channelNames, adjustModel, type IdleGroup, type SetPoint, type AdjustModel, type WattModel } from "./idleAdjust";
export { cureOf, leakersOf, type Cure } from "./repaired";
export { finalTestModel, type ChannelProof, type FinalTestModel, type ResponseRow } from "./finalTest";
export { PROOF_ITEMS, type ProofItem } from "./state";
export { refitModel, type FitRow, type RefitModel, type RefitStepModel } from "./refit";
export { questionsAt, sideSaid, type QuestionedJob } from "./questions";
export { timersOf, type Timer } from "./timers";
