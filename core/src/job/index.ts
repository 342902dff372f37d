export { CLOSING_HOLDS, JOB_STATES, type ClosedState, type ClosingHold, type JobState, type Waiver } from "./state";
export { closingHolds, isClosed, needsDecision, type JobFacts, type PositionFacts, type AfterFacts, type TraceFacts } from "./facts";
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
export { knowingOf, type ShopFacts, type ShopTracing } from "./shop";
export { partsNamed } from "./partsNamed";
export {
  stateKey,
  unitPicture,
  type DrawPicture,
  type FaultPicture,
  type LoadPicture,
  type LookPicture,
  type PartPicture,
  type PointPicture,
  type RemarkPicture,
  type UnitPicture,
} from "./unit";
export type { TriedAsk, TriedCaution, TriedPicture } from "./tried";
export { REPAIRS } from "./tried";
export type { FusePicture } from "./fuses";
export type { CheckPicture, LaidPicture, LeakFollowed, StepTime, TeardownPicture, UnitNotes, WantedPicture } from "./notes";
export { lockOf, type ChargeLock, type HeldPosition, type LockRecords } from "./lock";
export {
  UNDONE_REASON,
  handsAt,
  applyLine,
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
  type Keeping,
} from "./apply";
export { evidenceNow, limitsOn, makePicture, type FittingPicture, type JobPicture, type PositionPicture, type Ripple } from "./picture";
export {
  traceJob,
  type Advice,
  type Decisive,
  type HeldBack,
  type Reason,
  type Suspect,
  type SuspectState,
  type TracedJob,
  type TracedPicture,
  type Tracing,
} from "./tracing";
export { rippleQuestions } from "./tracing/ripple";
export { alsoChange, weigh, type Weighed, type WeighedJob } from "./weigh";
export { sectionPicture, sectionsIn, type SectionBox, type SectionLink } from "./sections";
export { caseOf } from "./caseOf";
export { readCase, traceCase, type CaseLine, type CaseAnswer, type CaseIssue, type RippleSolver, type TraceCase } from "./traceCase";
export { channelsOf, roadMap, type RoadMap, type RoadMapRow } from "./roadMap";
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
  bringUpPicture,
  railQuestion,
  reasonsOf,
  unreadOf,
  watchedPoints,
  type BringUpPicture,
  type OverRated,
  type PointAtStep,
  type StepPicture,
  type StepReading,
} from "./bringUp";
export { channelNames, settingPicture, type IdleGroup, type SetPoint, type SettingPicture, type WattPicture } from "./idleSetting";
export { cureOf, leakersOf, type Cure } from "./mended";
export { PROOF_ITEMS, proofPicture, type ChannelProof, type ProofItem, type ProofPicture, type ResponseRow } from "./proof";
export { refitPicture, type FitRow, type RefitPicture, type RefitStepPicture } from "./refit";
export { questionsAt, sideSaid, type QuestionedJob } from "./questions";
export { timersOf, type Timer } from "./timers";
