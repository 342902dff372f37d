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
