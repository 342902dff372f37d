export { bindSlots, type Binding } from "./bindSlots";
export { measuredExcess, type MeasuredExcess } from "./measuredExcess";
export { cannotMake, type Cannot, type Heard } from "./cannot";
export { evidenceKey } from "./evidenceKey";
export { findingsThatSpeak, scenariosFor } from "./relevant";
export { explainJob, type JobQuestion, type PartAnswer } from "./explainJob";
export { settingsOf, type Mains } from "./settingsOf";
export { standsAt, type Setups, type Stand } from "./standsAt";
export { stressAt, type ComputedStress } from "./stressAt";
export {
  explain,
  partsOf,
  slotStates,
  type Candidate,
  type Contribution,
  type ExplainQuestion,
  type Explanation,
  type SlotState,
} from "./explain";
export { expectedBits, infer, weightOfWitness, type Posterior, type Witness } from "./infer";
export { TABLE_IS_WORTH, complaintWitnesses, hypothesesOf, sidesWitness, symptomWitness, weightsOf, type TracedUnit } from "./complaint";
export { STARTER, type Foretold, type Knowing, type LearnedCause, type RippleQuestion } from "./knowing";
export { foretellRipple } from "./foretell";
