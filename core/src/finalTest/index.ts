export { offScreen, powerDb, powerIn, rmsOf, voltsDb } from "./power";
export { startsNeeded, startsWorth, type StartsWorth } from "./starts";
export { judgeOffset, judgePower, judgeResponse, judgeSides, judgeSoak, type Passes } from "./limits";
