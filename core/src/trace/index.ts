export { bindSlots, type Binding } from "./bindSlots";
export { impliedExcess, measuredExcess, type MeasuredExcess } from "./measuredExcess";
export { scenariosFor, type Unit } from "./relevant";
export { explainJob, type JobQuestion, type PartAnswer } from "./explainJob";
export { stressAt, type ComputedStress } from "./stressAt";
export {
  esrFrequency,
  explain,
  partsOf,
  slotStates,
  type Candidate,
  type Contribution,
  type ExplainQuestion,
  type Explanation,
  type SlotState,
} from "./explain";
