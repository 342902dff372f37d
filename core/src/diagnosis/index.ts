export { expectedBits, infer, weightOfEvidence, type Posterior, type Evidence } from "./infer";
export { complaintEvidence, hypothesesOf, sidesEvidence, symptomEvidence, weightsOf, type TracedUnit } from "./complaint";
export { STARTER, type Predicted, type DiagnosisInputs, type LearnedCause, type RippleQuestion } from "./inputs";
export type { EvidenceSource, SourcedEvidence } from "./source";
export { predictRipple } from "./predictRipple";
