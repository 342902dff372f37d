export { offScreen, powerDb, powerIn, rmsOf, voltsDb, type LoadVolts, type Screen } from "./power";
export { startsNeeded, startsWorth, type StartsWorth } from "./starts";
export { judgeOffset, judgePower, judgeResponse, judgeSides, judgeSoak, type Passes, type SoakReading } from "./limits";
