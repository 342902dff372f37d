export { bindSlots, type Binding } from "./bindSlots";
export { measuredExcess, type MeasuredExcess } from "./measuredExcess";
export { scenariosFor } from "./relevant";
export { explainJob, type JobQuestion, type PartAnswer } from "./explainJob";
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
