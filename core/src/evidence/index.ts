export {
  BOUNDS,
  CONDITIONS,
  OHMMETER_TRENDS,
  SAID_WORDS,
  VISUAL_SIGNS,
  type Bound,
  type Condition,
  type Measurement,
  type MeasurementKind,
  type OhmmeterTrend,
  type OrOver,
  type Reading,
  type SaidWord,
  type VisualSign,
} from "./reading";
export { evidenceRegistry, type EvidenceKind, type EvidenceRegistry, type Quantity } from "./kind";
export { EVIDENCE, magnitudeOf, needsHands } from "./kinds";
export { countingOf, fold, type Counted, type Folded } from "./fold";
