export { bindSlots, type Binding } from "./bindSlots";
export { measuredExcess, type MeasuredExcess } from "./measuredExcess";
export { scenariosFor, type Unit } from "./relevant";
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
