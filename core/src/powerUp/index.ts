export { LAMP_WATTS, judgeLamp, lampDivision, lampFor, lampShould, type LampDivision, type LampVerdict } from "./lamp";
export { IN_PROPORTION, SHARES, shapeAt, valveConducts, type RailShapes } from "./shapes";
export { railShapes, type RailQuestion } from "./rails";
export { currentAt, idleWattsOf, meansFor, sharesOf, stagesOf, type PoweredUnit } from "./plan";
export { POINT_KINDS, expectAt, judgeAt, pointKind, type PointKind, type StepExpectation, type WatchedPoint } from "./expect";
export { stopFor, type Stop, type StopMeaning, type StopReason } from "./stop";
