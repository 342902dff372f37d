export { inventedCatalogue } from "./catalogue";
export { readCapacitance, readEsr, trueEsr, type SimulatedMeter, type TrueState } from "./meter";
