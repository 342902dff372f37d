export { meanOf, median, quantile } from "./statistics";
export { normal, pick, seededRandom } from "./random";
export { complexSolveInPlace, luFactorInPlace, luSolve } from "./linear";
export { eigenvalues } from "./eigenvalues";
export { harmonics } from "./harmonics";
