export { ROLES, filtersSupply, holdsCharge, valueSetsSound, type Role } from "./role";
export { TECHNOLOGIES, isPolarised, isWetAluminium, usualTolerance, type Technology, type Tolerance } from "./technology";
export type { CapacitorPart, Datasheet, Parallel, ShelfReading } from "./part";
export {
  CONDITIONS,
  OHMMETER_TRENDS,
  VISUAL_SIGNS,
  type Condition,
  type Measurement,
  type MeasurementKind,
  type OhmmeterTrend,
  type OrOver,
  type Reading,
  type VisualSign,
} from "./reading";
export { E_SERIES, eSeriesDecade, nearestPreferred, type ESeries } from "./eSeries";
export { codeOfRatedVoltage, ratedVoltageOfCode } from "./ratedVoltageCode";
export { capacitanceOfCode, parseMarking, type Marking, type MarkingIssue } from "./marking";
export { readDateCode } from "./dateCode";
export {
  dissipationFromEsr,
  esrFromTanD,
  expectEsr,
  typicalEsr,
  usualTanD,
  type EsrExpectation,
  type ReferenceSource,
} from "./expectation";
export { couplingShift, leakageLimit } from "./leakage";
export { assess, type JudgingContext } from "./assess";
export { judge, type Twin } from "./judge";
export {
  VERDICT_STATES,
  isBad,
  isCondemned,
  type Certainty,
  type Finding,
  type Settle,
  type Verdict,
  type VerdictNote,
  type VerdictReason,
  type VerdictState,
} from "./verdict";
