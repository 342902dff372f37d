export { judgeLamp, lampDivision, lampFor, lampShould, type LampVerdict } from "./lamp";
export { IN_PROPORTION, SHARES, shapeAt, type RailShapes } from "./shapes";
export { railShapes, type RailQuestion } from "./rails";
export { currentAt, idleWattsOf, meansFor, sharesOf, stagesOf, type PoweredUnit } from "./plan";
export { expectAt, judgeAt, pointKind, type StepExpectation, type WatchedPoint } from "./expect";
export { stopFor, type Stop, type StopMeaning, type StopReason } from "./stop";
